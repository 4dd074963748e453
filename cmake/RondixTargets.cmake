# How the libraries of this project are declared: one call each, so that their flags are alike.

function(rondix_warnings target)
  target_compile_options(${target} PRIVATE -Wall -Wextra -Wshadow -Wpedantic
    $<$<COMPILE_LANGUAGE:CXX>:-Wnon-virtual-dtor>)
  if(CMAKE_CXX_COMPILER_ID STREQUAL "GNU" AND CMAKE_CXX_COMPILER_VERSION VERSION_LESS 13)
    # False alarms on joining std::strings (GCC bug 105651).
    target_compile_options(${target} PRIVATE -Wno-restrict)
  endif()
  if(RONDIX_STRICT)
    target_compile_options(${target} PRIVATE -Werror)
  endif()
endfunction()

# Headers that most files of a target include, compiled once.
function(rondix_precompiled target)
  target_precompile_headers(${target} PRIVATE ${ARGN})
  if(CMAKE_CXX_COMPILER_ID STREQUAL "GNU")
    target_compile_options(${target} PRIVATE -fpch-preprocess) # for ccache
    if(CMAKE_CXX_COMPILER_VERSION VERSION_LESS 13)
      # The same false alarms: behind a precompiled header, std::string is no system's any longer.
      target_compile_options(${target} PRIVATE -Wno-array-bounds -Wno-stringop-overflow
        -Wno-stringop-overread)
    endif()
  endif()
endfunction()

# rondix_library(logic SOURCES a.cpp b.cpp LINKS rondix_x [LEAN] [SHARABLE])
# LEAN: built without exceptions and run-time types, for what a shipped game links.
# SHARABLE: may become part of a shared library as well, as what is LEAN may.
function(rondix_library name)
  cmake_parse_arguments(arg "LEAN;SHARABLE" "" "SOURCES;LINKS" ${ARGN})
  set(target rondix_${name})
  add_library(${target} STATIC ${arg_SOURCES})
  add_library(rondix::${name} ALIAS ${target})
  target_compile_features(${target} PUBLIC cxx_std_20)
  target_include_directories(${target}
    PUBLIC $<BUILD_INTERFACE:${rondix_SOURCE_DIR}/include> $<INSTALL_INTERFACE:include>
    PRIVATE ${rondix_SOURCE_DIR}/src)
  target_link_libraries(${target} PUBLIC ${arg_LINKS})
  rondix_warnings(${target})
  # Each function in a section of its own: a game that links with --gc-sections ships what it calls.
  target_compile_options(${target} PRIVATE -ffunction-sections)
  if(arg_LEAN OR arg_SHARABLE)
    set_target_properties(${target} PROPERTIES POSITION_INDEPENDENT_CODE ON
      CXX_VISIBILITY_PRESET hidden VISIBILITY_INLINES_HIDDEN ON)
  endif()
  if(arg_LEAN)
    target_compile_options(${target} PRIVATE -fno-exceptions -fno-rtti -fdata-sections)
  elseif(PROJECT_IS_TOP_LEVEL) # where many files are compiled, and often
    rondix_precompiled(${target} ${rondix_SOURCE_DIR}/src/precompiled.hpp)
  endif()
endfunction()
