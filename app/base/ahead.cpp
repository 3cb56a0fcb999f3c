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
          const material::Material& any = material::standardMaterials().materials.front();
          (void)material::soldSizes(any, material::Sold::Bar, quantity::Unit::Millimetre);
          (void)material::gaugeOf(any, 1);
          hardware::standardBook();
          tool::standardShop();
          lineup::standardErrors();
          cost::standardWork();
      }) {}

} // namespace goodfold::app
