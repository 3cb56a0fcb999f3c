#include "app/base/ahead.h"

#include "cost/work_book.h"
#include "hardware/hardware.h"
#include "lineup/book.h"
#include "material/material.h"
#include "tool/tool.h"

#include <fontconfig/fontconfig.h>

namespace goodfold::app {

Ahead::Ahead()
    : worker([] {
          FcInit();
          material::standardMaterials();
          hardware::standardBook();
          tool::standardShop();
          lineup::standardErrors();
          cost::standardWork();
      }) {}

} // namespace goodfold::app
