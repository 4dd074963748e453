# WebAssembly, run by Node. (Its loader takes Node's own fetch for a browser's, hence one file.)
include(/usr/share/emscripten/cmake/Modules/Platform/Emscripten.cmake)
set(CMAKE_EXE_LINKER_FLAGS_INIT "-sSINGLE_FILE -sALLOW_MEMORY_GROWTH")
