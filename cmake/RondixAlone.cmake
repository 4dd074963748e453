# A program that loads nothing: rondix_alone(target order.ld) puts the libraries that it uses into it.
#
# Most commands take less time than the loader needs to find and bind libraries. With all of them inside, `rondix` is
# there at once; it is bound to no address all the same. What every run needs stands side by side in it, in the order
# of a linker script (scripts/used-by-each writes it), so that few pages are asked for. Where that cannot be done (no
# archives, a sanitizer, another compiler or system), it is a program like any other.
include(CheckCXXSourceCompiles)

# What is behind a pkg-config module, for who has it inside and for others: rondix_archive(FYAML)
function(rondix_archive prefix)
  set(archives)
  foreach(name ${${prefix}_STATIC_LIBRARIES})
    find_library(RONDIX_${name}_ARCHIVE lib${name}.a HINTS ${${prefix}_STATIC_LIBRARY_DIRS})
    mark_as_advanced(RONDIX_${name}_ARCHIVE)
    if(NOT RONDIX_${name}_ARCHIVE)
      set(RONDIX_CAN_BE_ALONE OFF PARENT_SCOPE)
      return()
    endif()
    list(APPEND archives ${RONDIX_${name}_ARCHIVE})
  endforeach()
  get_target_property(shared PkgConfig::${prefix} INTERFACE_LINK_LIBRARIES)
  set_target_properties(PkgConfig::${prefix} PROPERTIES INTERFACE_LINK_LIBRARIES
    "$<IF:${rondix_is_alone},${archives},${shared}>")
endfunction()

function(rondix_alone target order)
  if(RONDIX_CAN_BE_ALONE)
    set_target_properties(${target} PROPERTIES RONDIX_ALONE ON)
    target_sources(${target} PRIVATE fmt_inside.cpp)
    target_link_options(${target} PRIVATE -static-pie -Wl,--gc-sections)
    if(RONDIX_LINKS_IN_ORDER)
      target_link_options(${target} PRIVATE -Wl,-T,${CMAKE_CURRENT_SOURCE_DIR}/${order})
      set_target_properties(${target} PROPERTIES LINK_DEPENDS ${CMAKE_CURRENT_SOURCE_DIR}/${order})
    endif()
    # Linux keeps a file that was written piece by piece, as linkers write, in smaller pieces than one
    # that was written in one go, such as an installed one; and a program starts from those slower.
    add_custom_command(TARGET ${target} POST_BUILD VERBATIM
      COMMAND cp $<TARGET_FILE:${target}> $<TARGET_FILE:${target}>.copy
      COMMAND mv $<TARGET_FILE:${target}>.copy $<TARGET_FILE:${target}>)
  endif()
endfunction()

# Whether the target that is linked in the end has all inside.
set(rondix_is_alone "$<BOOL:$<TARGET_PROPERTY:RONDIX_ALONE>>")
# Of libfmt there is no archive: fmt_inside.cpp has its definitions.
set(rondix_fmt "$<$<NOT:${rondix_is_alone}>:fmt::fmt>")

set(RONDIX_CAN_BE_ALONE OFF)
if(CMAKE_SYSTEM_NAME STREQUAL "Linux" AND NOT CMAKE_CROSSCOMPILING AND CMAKE_CXX_COMPILER_ID STREQUAL "GNU" AND
   NOT CMAKE_CXX_FLAGS MATCHES "sanitize" AND fmt_VERSION MATCHES "^9\\.")
  set(CMAKE_REQUIRED_LINK_OPTIONS -static-pie)
  set(CMAKE_REQUIRED_QUIET ON)
  check_cxx_source_compiles("#include <thread>\nint main() { std::thread([] {}).join(); }" RONDIX_LINKS_STATIC_PIE)
  file(WRITE ${CMAKE_BINARY_DIR}/order.ld "SECTIONS { .text.first : { *(.text.first) } } INSERT BEFORE .text;\n")
  list(APPEND CMAKE_REQUIRED_LINK_OPTIONS -Wl,-T,${CMAKE_BINARY_DIR}/order.ld)
  check_cxx_source_compiles("int main() {}" RONDIX_LINKS_IN_ORDER)
  unset(CMAKE_REQUIRED_LINK_OPTIONS)
  unset(CMAKE_REQUIRED_QUIET)
  set(RONDIX_CAN_BE_ALONE ${RONDIX_LINKS_STATIC_PIE})
endif()
