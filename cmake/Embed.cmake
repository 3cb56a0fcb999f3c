# goodfold_embed(TARGET FILE NAMESPACE NAME): compiles the text of FILE in as
# `extern const std::string_view goodfold::NAMESPACE::NAME`.
function(goodfold_embed target file namespace name)
  set(out ${CMAKE_CURRENT_BINARY_DIR}/embedded_${name}.cpp)
  file(READ ${file} text)
  file(CONFIGURE OUTPUT ${out} CONTENT
[=[#include <string_view>
namespace goodfold::@namespace@ {
extern const std::string_view @name@;
const std::string_view @name@ = R"embedded(@text@)embedded";
}
]=] @ONLY)
  set_property(DIRECTORY APPEND PROPERTY CMAKE_CONFIGURE_DEPENDS ${file})
  target_sources(${target} PRIVATE ${out})
endfunction()
