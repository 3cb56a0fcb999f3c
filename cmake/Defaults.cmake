# Language, warnings, sanitizers and compiler cache: the same for every room.
set(CMAKE_CXX_STANDARD 20)
set(CMAKE_CXX_STANDARD_REQUIRED ON)
set(CMAKE_CXX_EXTENSIONS OFF)
set(CMAKE_EXPORT_COMPILE_COMMANDS ON)
set(CMAKE_RUNTIME_OUTPUT_DIRECTORY ${CMAKE_BINARY_DIR}/bin)

option(GOODFOLD_WERROR "Treat warnings as errors" OFF)
option(GOODFOLD_SANITIZE "Build with the address and undefined-behaviour sanitizers" OFF)
option(GOODFOLD_RACES "Build with the thread sanitizer" OFF)

option(GOODFOLD_TOGETHER "Compile several sources of a program at once: a quarter of the time for all, more for one" OFF)

option(GOODFOLD_FUZZ "Build the fuzz targets with libFuzzer (clang)" OFF)

add_library(goodfold_warnings INTERFACE)
target_compile_options(goodfold_warnings INTERFACE
  # subobject-linkage: where several sources are compiled as one, g++ takes theirs for headers.
  # restrict, stringop-overflow, array-bounds: g++ 12 reports them falsely for std::string + std::string (GCC bug 105651).
  # missing-field-initializers: members left out of a designated initializer keep their defaults on purpose.
  -Wall -Wextra -Wno-subobject-linkage -Wno-restrict -Wno-stringop-overflow -Wno-array-bounds -Wno-missing-field-initializers -Wpedantic -Wshadow=local -Wnon-virtual-dtor -Wold-style-cast -Woverloaded-virtual
  $<$<BOOL:${GOODFOLD_WERROR}>:-Werror>)

if(GOODFOLD_RACES)
  add_compile_options(-fsanitize=thread -fno-omit-frame-pointer)
  add_link_options(-fsanitize=thread)
endif()
if(GOODFOLD_SANITIZE)
  # By clang, and optimized: that takes half the time to build and a good part less to run. Null pointers and
  # sizes of objects are the address sanitizer's to find; alignment and kinds of classes double the time.
  add_compile_options(-O2 -g1 -fsanitize=address,undefined -fno-sanitize=null,alignment,object-size,vptr
    -fno-sanitize-recover=undefined -fno-omit-frame-pointer -Wno-unknown-warning-option
    -fsanitize-ignorelist=${CMAKE_CURRENT_LIST_DIR}/sanitize-not.txt)
  add_link_options(-fsanitize=address,undefined)
endif()
if(GOODFOLD_SANITIZE OR GOODFOLD_RACES)
  add_compile_definitions(GOODFOLD_IS_SLOW) # fewer random jobs, longer patience
endif()

if(GOODFOLD_FUZZ)
  add_compile_options(-fsanitize=fuzzer-no-link,address,undefined -fno-sanitize-recover=undefined
    -Wno-unknown-warning-option) # clang has not all that g++ has
  add_link_options(-fsanitize=address,undefined)
endif()

# A program maps what it is made of: functions that nothing calls are left out, and places to be filled in at its
# start are written as a map of bits.
if(NOT GOODFOLD_SANITIZE AND NOT GOODFOLD_RACES AND NOT GOODFOLD_FUZZ) # these look for what stands beside it
  add_compile_options(-ffunction-sections -fdata-sections)
  add_link_options(-Wl,--gc-sections -Wl,-z,pack-relative-relocs)
endif()

# The window is read from the disk more than it computes.
function(goodfold_small target)
  target_compile_options(${target} PRIVATE $<$<CONFIG:Release>:-O2>)
endfunction()

find_program(CCACHE ccache)
if(CCACHE AND NOT CMAKE_CXX_COMPILER_LAUNCHER)
  # Precompiled headers are cached only when ccache may overlook their time stamps.
  set(CMAKE_CXX_COMPILER_LAUNCHER ${CMAKE_COMMAND} -E env
      CCACHE_SLOPPINESS=pch_defines,time_macros,include_file_mtime,include_file_ctime ${CCACHE})
  add_compile_options($<$<COMPILE_LANG_AND_ID:CXX,GNU>:-fpch-preprocess>)
endif()

find_package(Qt6 6.4 REQUIRED COMPONENTS Core)
get_target_property(MOC Qt6::moc IMPORTED_LOCATION)
configure_file(${CMAKE_CURRENT_LIST_DIR}/moc-alone.sh.in ${CMAKE_BINARY_DIR}/moc-alone.sh @ONLY
  FILE_PERMISSIONS OWNER_READ OWNER_WRITE OWNER_EXECUTE)
# Qt's classes of a target.
function(goodfold_mocs target)
  set_target_properties(${target} PROPERTIES AUTOMOC ON AUTOMOC_EXECUTABLE ${CMAKE_BINARY_DIR}/moc-alone.sh)
endfunction()

# Asked for target by target: what the rooms have in common is read, and made of templates, once for many sources.
# The sources of a folder are compiled as one, those of a large folder as two: a new file disturbs no other folder's.
function(goodfold_together target)
  if(NOT GOODFOLD_TOGETHER)
    return()
  endif()
  set_target_properties(${target} PROPERTIES UNITY_BUILD ON UNITY_BUILD_MODE GROUP)
  get_target_property(sources ${target} SOURCES)
  list(FILTER sources INCLUDE REGEX "\\.cpp$")
  foreach(source ${sources})
    cmake_path(GET source PARENT_PATH folder)
    list(APPEND folders "${folder}")
  endforeach()
  foreach(source folder IN ZIP_LISTS sources folders)
    set(here ${folders})
    list(FILTER here INCLUDE REGEX "^${folder}$")
    list(LENGTH here many)
    cmake_path(GET folder FILENAME group)
    cmake_path(GET source FILENAME file)
    if(many GREATER 14 AND file STRGREATER_EQUAL "m")
      set(group "${group}_m_to_z")
    endif()
    set_source_files_properties(${source} PROPERTIES UNITY_GROUP ${group})
  endforeach()
endfunction()

# For sources that are listed rather than found: twelve at a time, in the order of the list.
function(goodfold_by_the_dozen target)
  set_target_properties(${target} PROPERTIES UNITY_BUILD ${GOODFOLD_TOGETHER} UNITY_BUILD_BATCH_SIZE 12)
endfunction()

# Resources without the times of their files: whoever builds the same sources gets the same program.
set(GOODFOLD_RESOURCES --format-version 1)
