# rondix_flow(TARGET FLOW file.flow.yaml [ROOT folder] [NAMESPACE name] [C] [PICTURES] [STRICT])
#
# Checks a flow whenever one of its files changes, and makes of it what the target includes:
#   <file>.ids.hpp     the names as constants (rondix ids)
#   <file>.packed.hpp  the packed flow as an array, packed_flow (rondix pack)
#                      with C: <file>.ids.h and <file>.packed.h, for C
#   <file>.pictures    beside them with PICTURES: the pictures as pixels, for PackedPictures
# A flow with a trap fails the build, with the finding as a compiler would say it. <file> is the name
# of the flow without `.flow.yaml`. ROOT: the folder that holds all files that the flow names, where
# that is not its own.
function(rondix_flow target)
  cmake_parse_arguments(arg "C;STRICT;PICTURES" "FLOW;NAMESPACE;ROOT" "" ${ARGN})
  if(NOT arg_FLOW)
    message(FATAL_ERROR "rondix_flow: say which FLOW")
  endif()
  get_filename_component(flow ${arg_FLOW} ABSOLUTE)
  get_filename_component(name ${flow} NAME)
  string(REGEX REPLACE "\\.flow\\.ya?ml$" "" name ${name})
  set(folder ${CMAKE_CURRENT_BINARY_DIR}/${target}_flow)
  file(MAKE_DIRECTORY ${folder})
  set(header hpp)
  if(arg_C)
    set(header h)
  endif()
  set(ids ${folder}/${name}.ids.${header})
  set(packed ${folder}/${name}.packed.${header})
  if(arg_STRICT)
    set(strict --strict)
  endif()
  if(arg_ROOT)
    get_filename_component(root ${arg_ROOT} ABSOLUTE)
    set(within --root ${root})
  endif()
  if(arg_NAMESPACE)
    set(namespace --namespace ${arg_NAMESPACE})
  endif()
  if(arg_PICTURES)
    set(pixels ${folder}/${name}.pictures)
    set(with_pixels --pictures ${pixels})
  endif()
  _rondix_tool(tool)
  set(pictures)
  if(TARGET rondix_pictures)
    set(pictures rondix_pictures) # which it hands on to
  endif()
  # What the tool's environment has to be, such as options of sanitizers.
  set(run ${CMAKE_COMMAND} -E env ${RONDIX_TOOL_ENVIRONMENT} $<TARGET_FILE:${tool}>)
  add_custom_command(
    OUTPUT ${packed} ${ids} ${pixels}
    COMMAND ${run} check ${flow} ${strict} ${within}
    COMMAND ${run} ids ${flow} ${within} -o ${ids} ${namespace}
    COMMAND ${run} pack ${flow} ${within} -o ${packed} ${with_pixels} --depends ${packed}.d
    DEPENDS ${flow} ${tool} ${pictures}
    DEPFILE ${packed}.d
    COMMENT "Checking and packing ${name}"
    VERBATIM)
  target_sources(${target} PRIVATE ${packed} ${ids})
  target_include_directories(${target} PRIVATE ${folder})
endfunction()

# rondix_walks(FLOW file.flow.yaml WALKS one.walk.yaml two.walk.yaml ... [ROOT folder])
#
# A test of ctest for each walkthrough, named after the flow and its file (walk-game-pause): it
# fails where an expectation of it does.
function(rondix_walks)
  cmake_parse_arguments(arg "" "FLOW;ROOT" "WALKS" ${ARGN})
  if(NOT arg_FLOW)
    message(FATAL_ERROR "rondix_walks: say which FLOW")
  endif()
  get_filename_component(flow ${arg_FLOW} ABSOLUTE)
  set(within)
  if(arg_ROOT)
    get_filename_component(root ${arg_ROOT} ABSOLUTE)
    set(within --root ${root})
  endif()
  get_filename_component(of ${flow} NAME)
  string(REGEX REPLACE "\\.flow\\.ya?ml$" "" of ${of})
  _rondix_tool(tool)
  foreach(walk ${arg_WALKS})
    get_filename_component(walk ${walk} ABSOLUTE)
    get_filename_component(name ${walk} NAME)
    string(REGEX REPLACE "\\.walk\\.ya?ml$" "" name ${name})
    add_test(NAME walk-${of}-${name}
      COMMAND ${CMAKE_COMMAND} -E env ${RONDIX_TOOL_ENVIRONMENT} $<TARGET_FILE:${tool}> walk ${flow} ${walk} ${within})
  endforeach()
endfunction()

# The tool: built here, or installed.
function(_rondix_tool result)
  if(TARGET rondix_tool)
    set(${result} rondix_tool PARENT_SCOPE)
  elseif(TARGET rondix::tool)
    set(${result} rondix::tool PARENT_SCOPE)
  else()
    message(FATAL_ERROR "Rondix's tool is needed: RONDIX_TOOL, or the component 'tool'")
  endif()
endfunction()
