# Sanitizers and coverage, switched on by presets.
if(AMBER_SANITIZE)
  add_compile_options(-fsanitize=${AMBER_SANITIZE} -fno-omit-frame-pointer -fno-sanitize-recover=all)
  add_link_options(-fsanitize=${AMBER_SANITIZE})
endif()
# What is fuzzed is the whole program: core and files count their edges too, not the target alone.
if(AMBER_FUZZ)
  add_compile_options(-fsanitize=fuzzer-no-link)
  # A null pointer ends the program anyhow; these checks are a quarter of the time to compile. The
  # preset asan-ubsan has them.
  if(AMBER_SANITIZE MATCHES undefined)
    add_compile_options(-fno-sanitize=null,alignment,object-size,vptr,pointer-overflow)
  endif()
endif()
if(AMBER_COVERAGE)
  # Counted by several threads at once.
  add_compile_options(--coverage -fprofile-update=atomic)
  add_link_options(--coverage)
endif()

# The linker of LLVM is several times as fast as the usual one, where it is there.
find_program(LLD_PROGRAM ld.lld)
if(LLD_PROGRAM)
  add_link_options(-fuse-ld=lld)
endif()
