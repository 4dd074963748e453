// read_file.hpp on Windows.
#include "files/read_file.hpp"

#include "files/windows.hpp"

#include <algorithm>

namespace rondix::files {

namespace {

std::string what_else(HANDLE file) {
    BY_HANDLE_FILE_INFORMATION about;
    if (::GetFileType(file) != FILE_TYPE_DISK)
        return ::GetFileType(file) == FILE_TYPE_PIPE ? "a pipe" : "a device";
    const bool known = ::GetFileInformationByHandle(file, &about) != 0;
    const bool folder = known && (about.dwFileAttributes & FILE_ATTRIBUTE_DIRECTORY) != 0;
    return folder ? "a folder" : "";
}

} // namespace

std::string what_else_is(const std::string& path) {
    const WindowsHandle file(open_handle(wide(path), 0, OPEN_EXISTING));
    return file.good() ? what_else(file.get()) : std::string();
}

Text read_file(const std::string& path, std::size_t most) {
    Text read;
    const WindowsHandle file(open_handle(wide(path), GENERIC_READ, OPEN_EXISTING));
    if (!file.good()) {
        const DWORD why = ::GetLastError();
        read.missing = why == ERROR_FILE_NOT_FOUND || why == ERROR_PATH_NOT_FOUND;
        read.fault = last_fault();
        return read;
    }
    if (const std::string other = what_else(file.get()); !other.empty()) {
        read.fault = "it is " + other;
        return read;
    }
    char buffer[1 << 16];
    while (read.text.size() <= most) {
        const std::size_t room = std::min(sizeof buffer, most + 1 - read.text.size());
        DWORD count = 0;
        if (!::ReadFile(file.get(), buffer, static_cast<DWORD>(room), &count, nullptr)) {
            read.fault = last_fault();
            break;
        }
        if (count == 0) break;
        read.text.append(buffer, count);
    }
    return read;
}

} // namespace rondix::files
