# Sanitizers and coverage, switched on by presets.
if(AMBER_SANITIZE)
  add_compile_options(-fsanitize=${AMBER_SANITIZE} -fno-omit-frame-pointer -fno-sanitize-recover=all)
  add_link_options(-fsanitize=${AMBER_SANITIZE})
endif()
if(AMBER_COVERAGE)
  add_compile_options(--coverage)
  add_link_options(--coverage)
endif()
