# Debian packages, by CPack: scripts/package makes them. librondix0 has the shared library, librondix-dev all that
# games are built with, rondix the tool.
if(NOT PROJECT_IS_TOP_LEVEL OR NOT TARGET rondix_shared)
  return()
endif()
get_target_property(rondix_so rondix_shared SOVERSION)
set(lib_package librondix${rondix_so})
set(from ${rondix_SOURCE_DIR}/packaging)
set(made ${CMAKE_BINARY_DIR}/packaging)

set(RONDIX_MAINTAINER "the Rondix developers <rondix@localhost>" CACHE STRING "Who answers for the packages: a name and an address")

# What Debian wants of each package: who may copy it, and what changed.
foreach(pair lib=${lib_package} dev=librondix-dev tool=rondix)
  string(REPLACE "=" ";" pair ${pair})
  list(GET pair 0 component)
  list(GET pair 1 package)
  install(FILES ${from}/copyright DESTINATION ${CMAKE_INSTALL_DATADIR}/doc/${package} COMPONENT ${component} EXCLUDE_FROM_ALL)
  install(FILES ${made}/changelog.gz DESTINATION ${CMAKE_INSTALL_DATADIR}/doc/${package} COMPONENT ${component} EXCLUDE_FROM_ALL)
  # What lintian says, and why it may stay so.
  set(overrides)
  if(component STREQUAL "lib")
    list(APPEND overrides ${from}/lib.lintian-overrides)
  endif()
  if(component STREQUAL "tool" AND RONDIX_CAN_BE_ALONE)
    list(APPEND overrides ${from}/tool.lintian-overrides)
  endif()
  if(RONDIX_MAINTAINER MATCHES "@localhost>$")
    list(APPEND overrides ${from}/no-address.lintian-overrides)
  endif()
  if(overrides)
    set(text)
    foreach(file ${overrides})
      file(READ ${file} more)
      string(APPEND text "${more}")
    endforeach()
    file(WRITE ${made}/${package} "${text}")
    install(FILES ${made}/${package} DESTINATION ${CMAKE_INSTALL_DATADIR}/lintian/overrides
      COMPONENT ${component} EXCLUDE_FROM_ALL)
  endif()
endforeach()
configure_file(${from}/changelog.in ${made}/changelog @ONLY) # (of the time of a release: it does not change from build to build)
find_program(GZIP gzip)
if(GZIP)
  execute_process(COMMAND ${GZIP} -9nk -f ${made}/changelog)
endif()

set(CPACK_GENERATOR DEB)
set(CPACK_PACKAGE_NAME rondix)
set(CPACK_PACKAGE_VENDOR "the Rondix developers")
set(CPACK_PACKAGE_CONTACT "${RONDIX_MAINTAINER}")
set(CPACK_PACKAGE_VERSION ${rondix_VERSION})
set(CPACK_PACKAGING_INSTALL_PREFIX /usr)
set(CPACK_COMPONENTS_ALL lib dev tool)
set(CPACK_DEB_COMPONENT_INSTALL ON)
set(CPACK_COMPONENTS_GROUPING IGNORE)
set(CPACK_STRIP_FILES ON)
set(CPACK_DEBIAN_FILE_NAME DEB-DEFAULT)
set(CPACK_INSTALL_DEFAULT_DIRECTORY_PERMISSIONS
  OWNER_READ OWNER_WRITE OWNER_EXECUTE GROUP_READ GROUP_EXECUTE WORLD_READ WORLD_EXECUTE)
set(CPACK_DEBIAN_PACKAGE_CONTROL_STRICT_PERMISSION ON)
set(CPACK_DEBIAN_PACKAGE_GENERATE_SHLIBS ON)
set(CPACK_DEBIAN_PACKAGE_GENERATE_SHLIBS_POLICY ">=")

# The first line of each description says it: CPack would put its own before.
set(CPACK_PACKAGE_DESCRIPTION_SUMMARY "${CMAKE_PROJECT_NAME} built using CMake")

set(CPACK_DEBIAN_LIB_PACKAGE_NAME ${lib_package})
set(CPACK_DEBIAN_LIB_PACKAGE_SECTION libs)
set(CPACK_DEBIAN_LIB_PACKAGE_SHLIBDEPS ON)
set(CPACK_DEBIAN_LIB_PACKAGE_CONTROL_EXTRA ${from}/triggers)
set(CPACK_COMPONENT_LIB_DESCRIPTION "menus of a game (shared library)
Runs the menus of a game from one packed flow: screens, buttons, focus,
scene loads, pause state and settings, for keyboards, pads, mice and fingers.
.
This package has the library for games in C and in languages that call C.")

set(CPACK_DEBIAN_DEV_PACKAGE_NAME librondix-dev)
set(CPACK_DEBIAN_DEV_PACKAGE_SECTION libdevel)
set(CPACK_DEBIAN_DEV_PACKAGE_DEPENDS "${lib_package} (= ${rondix_VERSION}), libfreetype-dev, libharfbuzz-dev")
set(CPACK_DEBIAN_DEV_PACKAGE_RECOMMENDS "rondix (= ${rondix_VERSION}), pkg-config")
set(CPACK_DEBIAN_DEV_PACKAGE_SUGGESTS "libsdl2-dev, libsdl2-mixer-dev, libtomlplusplus-dev, \
libfyaml-dev, libfmt-dev, libutf8proc-dev, libcairo2-dev, libpango1.0-dev, librsvg2-dev, libpng-dev")
set(CPACK_COMPONENT_DEV_DESCRIPTION "menus of a game (headers and static libraries)
Runs the menus of a game from one packed flow: screens, buttons, focus,
scene loads, pause state and settings, for keyboards, pads, mice and fingers.
.
This package has what games in C++ and C are built with: headers, static
libraries, and files for CMake and pkg-config.")

set(CPACK_DEBIAN_TOOL_PACKAGE_NAME rondix)
set(CPACK_DEBIAN_TOOL_PACKAGE_SECTION devel)
set(CPACK_DEBIAN_TOOL_PACKAGE_SHLIBDEPS ON)
set(CPACK_DEBIAN_TOOL_PACKAGE_DEPENDS "fonts-inter, fonts-dejavu-core")
set(CPACK_DEBIAN_TOOL_PACKAGE_RECOMMENDS "graphviz")
set(CPACK_DEBIAN_TOOL_PACKAGE_SUGGESTS "librondix-dev")
set(CPACK_COMPONENT_TOOL_DESCRIPTION "checks, draws and packs the menus of a game
A flow file says how the screens of a game lead to each other. rondix proves
that nobody can get stuck in them, or shows the shortest way into the trap;
it replays walkthroughs, draws screens and maps, plays the flow in a window,
answers editors, and packs the flow for the game to ship.")
include(CPack)
