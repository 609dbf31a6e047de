# One place for every warning. They are errors where AMBER_WARNINGS_AS_ERRORS is set: a compiler that
# we do not know may warn of more.
add_library(amber_warnings INTERFACE)
target_compile_options(amber_warnings INTERFACE
  -Wall -Wextra -Wpedantic -Wshadow -Wconversion -Wsign-conversion -Wnon-virtual-dtor
  -Wold-style-cast -Wcast-align -Woverloaded-virtual -Wimplicit-fallthrough)
if(AMBER_WARNINGS_AS_ERRORS)
  target_compile_options(amber_warnings INTERFACE -Werror)
endif()
# GCC 12 sees overlaps in std::string that are not there, depending on what it inlines.
target_compile_options(amber_warnings INTERFACE $<$<CXX_COMPILER_ID:GNU>:-Wno-restrict>)
# Where several sources are compiled as one, it takes their own unnamed types for a header's, and
# optionals that were never read for uninitialised; the other presets compile each alone.
if(CMAKE_UNITY_BUILD)
  target_compile_options(amber_warnings INTERFACE
    "$<$<CXX_COMPILER_ID:GNU>:-Wno-subobject-linkage;-Wno-maybe-uninitialized>")
endif()
# And the standard library's <regex> and std::function uninitialised, and strings past their end,
# when it instruments them.
if(AMBER_SANITIZE)
  target_compile_options(amber_warnings INTERFACE
    "$<$<CXX_COMPILER_ID:GNU>:-Wno-maybe-uninitialized;-Wno-array-bounds;-Wno-stringop-overread;-Wno-stringop-overflow>")
endif()

# The core computes the same doubles everywhere: no fused multiply-add behind our back.
add_library(amber_exact_floating_point INTERFACE)
target_compile_options(amber_exact_floating_point INTERFACE -ffp-contract=off)
# Nobody reads errno after a root, and nothing traps: loops over roots and choices may then work on
# several numbers at once. No result changes by it.
target_compile_options(amber_exact_floating_point INTERFACE -fno-math-errno -fno-trapping-math)
