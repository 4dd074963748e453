# What is installed, part by part: find_package(rondix COMPONENTS runtime draw_list keep live c shared sdl2 flow draw tool),
# and a pkg-config file for each library. Each has a component of `cmake --install`, which becomes a package
# (RondixPackages.cmake): `lib` is the shared library, `dev` what games are built with, `tool` the rest.
include(GNUInstallDirs)
include(CMakePackageConfigHelpers)

set(rondix_cmake_folder ${CMAKE_INSTALL_LIBDIR}/cmake/rondix)
# Lib folders such as lib/x86_64-linux-gnu are one deeper than others.
file(RELATIVE_PATH rondix_up /x/${CMAKE_INSTALL_LIBDIR}/pkgconfig /x)

# rondix_install(COMPONENT TARGETS a b [PC name REQUIRES x y])
function(rondix_install component)
  cmake_parse_arguments(arg "" "PC" "TARGETS;REQUIRES" ${ARGN})
  set(libs)
  foreach(target ${arg_TARGETS})
    string(REGEX REPLACE "^rondix_" "" name ${target})
    set_target_properties(${target} PROPERTIES EXPORT_NAME ${name})
    get_target_property(type ${target} TYPE)
    if(type STREQUAL STATIC_LIBRARY)
      string(APPEND libs " -l${target}")
    elseif(type STREQUAL SHARED_LIBRARY)
      string(APPEND libs " -lrondix")
    endif()
  endforeach()
  install(TARGETS ${arg_TARGETS} EXPORT rondix-${component}
    LIBRARY DESTINATION ${CMAKE_INSTALL_LIBDIR} COMPONENT lib NAMELINK_COMPONENT dev
    ARCHIVE DESTINATION ${CMAKE_INSTALL_LIBDIR} COMPONENT dev
    RUNTIME DESTINATION ${CMAKE_INSTALL_BINDIR} COMPONENT lib)
  install(EXPORT rondix-${component} NAMESPACE rondix:: FILE rondix-${component}.cmake
    DESTINATION ${rondix_cmake_folder} COMPONENT dev)
  if(NOT arg_PC)
    return()
  endif()
  string(JOIN " " requires ${arg_REQUIRES})
  file(CONFIGURE OUTPUT ${CMAKE_BINARY_DIR}/pkgconfig/${arg_PC}.pc @ONLY CONTENT
"prefix=\${pcfiledir}/${rondix_up}
Name: ${arg_PC}
Description: ${PROJECT_DESCRIPTION} (${component})
Version: ${rondix_VERSION}
Requires: ${requires}
Cflags: -I\${prefix}/${CMAKE_INSTALL_INCLUDEDIR}
Libs: -L\${prefix}/${CMAKE_INSTALL_LIBDIR}${libs}
")
  install(FILES ${CMAKE_BINARY_DIR}/pkgconfig/${arg_PC}.pc
    DESTINATION ${CMAKE_INSTALL_LIBDIR}/pkgconfig COMPONENT dev)
endfunction()

rondix_install(runtime TARGETS rondix_run rondix_place rondix_logic rondix_files rondix_runtime PC rondix)
if(TARGET rondix_draw_list)
  rondix_install(draw_list TARGETS rondix_draw_list PC rondix-draw-list REQUIRES rondix freetype2 harfbuzz)
endif()
if(TARGET rondix_keep)
  rondix_install(keep TARGETS rondix_keep PC rondix-keep REQUIRES rondix tomlplusplus)
endif()
if(TARGET rondix_c)
  rondix_install(c TARGETS rondix_c)
endif()
if(TARGET rondix_shared)
  rondix_install(shared TARGETS rondix_shared PC rondix-c)
endif()
if(TARGET rondix_sdl2)
  rondix_install(sdl2 TARGETS rondix_sdl2 PC rondix-sdl2 REQUIRES rondix sdl2 SDL2_mixer)
  install(DIRECTORY adapters/sdl2/include/rondix DESTINATION ${CMAKE_INSTALL_INCLUDEDIR} COMPONENT dev)
endif()
if(TARGET rondix_live)
  rondix_install(live TARGETS rondix_live rondix_proof rondix_words PC rondix-live REQUIRES rondix)
endif()
if(TARGET rondix_report)
  rondix_install(flow TARGETS rondix_report rondix_fix rondix_editing rondix_check rondix_walk rondix_flow
    rondix_building rondix_packing rondix_loading rondix_themes rondix_compiling rondix_resolving rondix_reading
    rondix_yaml rondix_findings
    PC rondix-flow REQUIRES rondix-live libfyaml libutf8proc fmt)
endif()
if(TARGET rondix_draw)
  rondix_install(draw TARGETS rondix_looks rondix_draw
    PC rondix-draw REQUIRES rondix-flow rondix-draw-list cairo pangocairo pangofc pangoft2 fontconfig librsvg-2.0 libpng)
endif()
if(TARGET rondix_tool)
  set_target_properties(rondix_tool PROPERTIES EXPORT_NAME tool)
  install(TARGETS rondix_tool EXPORT rondix-tool RUNTIME DESTINATION ${CMAKE_INSTALL_BINDIR} COMPONENT tool)
  # Nobody calls these: `rondix` does.
  foreach(program rondix_pictures rondix_window)
    if(TARGET ${program})
      install(TARGETS ${program} RUNTIME DESTINATION ${CMAKE_INSTALL_LIBEXECDIR}/rondix COMPONENT tool)
    endif()
  endforeach()
  install(EXPORT rondix-tool NAMESPACE rondix:: FILE rondix-tool.cmake DESTINATION ${rondix_cmake_folder} COMPONENT tool)
  install(FILES cmake/RondixFlow.cmake DESTINATION ${rondix_cmake_folder} COMPONENT tool)
  install(FILES docs/findings.md DESTINATION ${CMAKE_INSTALL_DOCDIR} COMPONENT tool)
  if(TARGET rondix_told)
    install(DIRECTORY ${CMAKE_BINARY_DIR}/told/man1 DESTINATION ${CMAKE_INSTALL_MANDIR} COMPONENT tool)
    install(FILES ${CMAKE_BINARY_DIR}/told/rondix.bash RENAME rondix COMPONENT tool
      DESTINATION ${CMAKE_INSTALL_DATADIR}/bash-completion/completions)
    install(FILES ${CMAKE_BINARY_DIR}/told/rondix.zsh RENAME _rondix COMPONENT tool
      DESTINATION ${CMAKE_INSTALL_DATADIR}/zsh/${RONDIX_ZSH_FOLDER})
  endif()
endif()
install(DIRECTORY include/rondix DESTINATION ${CMAKE_INSTALL_INCLUDEDIR} COMPONENT dev)
install(FILES LICENSE DESTINATION ${CMAKE_INSTALL_DOCDIR} COMPONENT license)

set(RONDIX_BELOW_C)
foreach(part draw_list live)
  if(TARGET rondix_${part})
    list(APPEND RONDIX_BELOW_C ${part})
  endif()
endforeach()
configure_package_config_file(cmake/rondixConfig.cmake.in ${CMAKE_BINARY_DIR}/rondixConfig.cmake
  INSTALL_DESTINATION ${rondix_cmake_folder})
write_basic_package_version_file(${CMAKE_BINARY_DIR}/rondixConfigVersion.cmake
  VERSION ${rondix_VERSION} COMPATIBILITY SameMinorVersion)
install(FILES ${CMAKE_BINARY_DIR}/rondixConfig.cmake ${CMAKE_BINARY_DIR}/rondixConfigVersion.cmake
  DESTINATION ${rondix_cmake_folder} COMPONENT dev)

include(RondixPackages)
