// What the commands read: jobs, and the shop's own books.
#pragma once

#include "bench/log.h"
#include "cost/work_book.h"
#include "drawing/drawing.h"
#include "hardware/hardware.h"
#include "job/job.h"
#include "learn/entries.h"
#include "lineup/book.h"
#include "material/material.h"
#include "stock/sheet_sections.h"
#include "tool/tool.h"

namespace goodfold::cli {

/// "-" is standard input. An error names the place in the file.
Result<job::Job> readJob(const std::string& path);

/// The same of a bench log.
Result<bench::Log> readLog(const std::string& path);

/// A table of test bends.
Result<std::vector<learn::KeptBend>> readBends(const std::string& path);
Result<std::vector<stock::RackStock>> readBars(const std::string& path);
Result<std::vector<stock::RackStock>> readSheets(const std::string& path);

Result<drawing::Drawing> readDrawing(const std::string& path, quantity::Unit unit);

Result<const material::Material*> materialOf(const job::Job& job);

/// What ships, and over it the shop's own where a file is named.
Result<hardware::Book> readHardware(const std::string& path);
Result<tool::Shop> readTools(const std::string& path);
Result<lineup::ErrorBook> readErrors(const std::string& path);
Result<cost::WorkBook> readWork(const std::string& path);

quantity::Reading readingOf(const job::Job& job);

} // namespace goodfold::cli
