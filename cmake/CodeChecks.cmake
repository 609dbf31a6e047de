# format, format-check: clang-format on whole files. tidy: clang-tidy on our own sources.
# headers: headers of the libraries compiled alone, where no source of their name includes them first.
file(GLOB_RECURSE amber_sources CONFIGURE_DEPENDS
  ${CMAKE_SOURCE_DIR}/src/*.cpp ${CMAKE_SOURCE_DIR}/src/*.h
  ${CMAKE_SOURCE_DIR}/tests/*.cpp ${CMAKE_SOURCE_DIR}/tests/*.h
  ${CMAKE_SOURCE_DIR}/benchmarks/*.cpp ${CMAKE_SOURCE_DIR}/benchmarks/*.h
  ${CMAKE_SOURCE_DIR}/fuzz/*.cpp ${CMAKE_SOURCE_DIR}/demo/*.cpp ${CMAKE_SOURCE_DIR}/demo/*.h)
find_program(CLANG_FORMAT clang-format)
find_program(RUN_CLANG_TIDY NAMES run-clang-tidy run-clang-tidy-14)
if(CLANG_FORMAT)
  add_custom_target(format COMMAND ${CLANG_FORMAT} -i ${amber_sources})
  add_custom_target(format-check COMMAND ${CLANG_FORMAT} --dry-run -Werror ${amber_sources}
    COMMENT "Checking the format of every source")
endif()
if(RUN_CLANG_TIDY)
  # Wants the preset tidy: a precompiled header of GCC is nothing that clang-tidy can read.
  add_custom_target(tidy
    COMMAND ${RUN_CLANG_TIDY} -quiet -p ${CMAKE_BINARY_DIR} "^${CMAKE_SOURCE_DIR}/(src|demo)/.*\\.cpp$")
endif()

file(GLOB_RECURSE amber_headers CONFIGURE_DEPENDS RELATIVE ${CMAKE_SOURCE_DIR}/src
  ${CMAKE_SOURCE_DIR}/src/*.h)
set(plain_units)
set(window_units)
foreach(header ${amber_headers})
  string(REGEX REPLACE "h$" "cpp" source ${header})
  if(EXISTS ${CMAKE_SOURCE_DIR}/src/${source})
    continue()
  endif()
  string(REPLACE "/" "_" unit ${header})
  set(unit ${CMAKE_BINARY_DIR}/headers/${unit}.cpp)
  file(CONFIGURE OUTPUT ${unit} CONTENT "#include \"${header}\"\n#include \"${header}\"\n")
  if(header MATCHES "^desktop/")
    list(APPEND window_units ${unit})
  else()
    list(APPEND plain_units ${unit})
  endif()
endforeach()
# Each alone, whatever a preset puts together; nothing is made of them but errors. Those of the
# window come after Qt's widgets, which would be parsed anew for each.
add_library(plain_headers OBJECT EXCLUDE_FROM_ALL ${plain_units})
target_compile_options(plain_headers PRIVATE -fsyntax-only)
add_library(window_headers OBJECT EXCLUDE_FROM_ALL ${window_units})
target_precompile_headers(window_headers PRIVATE <QtWidgets>)
target_compile_options(window_headers PRIVATE -O0)
foreach(headers plain_headers window_headers)
  set_target_properties(${headers} PROPERTIES AUTOMOC OFF UNITY_BUILD OFF)
  target_link_libraries(${headers} PRIVATE amber_desktop amber_warnings)
endforeach()
add_custom_target(headers)
add_dependencies(headers plain_headers window_headers)
