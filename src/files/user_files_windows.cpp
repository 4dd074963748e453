// user_files.hpp on Windows.
#include "files/user_files.hpp"

#include "files/windows.hpp"

#include <cstdlib>
#include <cwchar>

namespace rondix::files {

std::string settings_folder() {
    const wchar_t* said = ::_wgetenv(L"APPDATA");
    return said ? narrow(said) : std::string();
}

std::FILE* open_stream(const std::string& path, const char* mode) {
    return ::_wfopen(wide(path).c_str(), wide(mode).c_str());
}

std::string rename_file(const std::string& from, const std::string& to) {
    constexpr DWORD how = MOVEFILE_REPLACE_EXISTING | MOVEFILE_WRITE_THROUGH;
    return ::MoveFileExW(wide(from).c_str(), wide(to).c_str(), how) != 0 ? std::string()
                                                                         : last_fault();
}

bool is_there(const std::string& path) {
    return ::GetFileAttributesW(wide(path).c_str()) != INVALID_FILE_ATTRIBUTES;
}

} // namespace rondix::files
