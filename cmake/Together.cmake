# GCC looks for what it no longer needs whenever it holds some 100 MB, which takes a tenth of its
# time; two of it may hold 1 GB each.
if(CMAKE_CXX_COMPILER_ID STREQUAL "GNU")
  add_compile_options(--param=ggc-min-heapsize=1048576)
endif()

# Sources of one folder compiled as one, up to so many at a time, where the preset asks for it
# (CMAKE_UNITY_BUILD): names that stand once in their own folder never meet those of another, and a
# new file moves none but its neighbours.
function(amber_together target most)
  set_target_properties(${target} PROPERTIES UNITY_BUILD_MODE GROUP)
  get_target_property(sources ${target} SOURCES)
  list(FILTER sources INCLUDE REGEX "\\.cpp$")
  list(SORT sources)
  foreach(source ${sources})
    cmake_path(GET source PARENT_PATH folder)
    string(MAKE_C_IDENTIFIER "in_${folder}" key)
    if(NOT DEFINED ${key})
      set(${key} 0)
    endif()
    math(EXPR chunk "${${key}} / ${most}")
    math(EXPR ${key} "${${key}} + 1")
    cmake_path(GET folder FILENAME name)
    string(MD5 where "${folder}")
    string(SUBSTRING ${where} 0 6 where)
    set_source_files_properties(${source} PROPERTIES UNITY_GROUP "${name}_${where}_${chunk}")
  endforeach()
endfunction()
