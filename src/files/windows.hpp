// What files need of Windows: wide names, handles that close themselves, faults in words.
#pragma once

#ifndef NOMINMAX
#define NOMINMAX
#endif
#define WIN32_LEAN_AND_MEAN
#include <windows.h>

#include <string>
#include <string_view>
#include <system_error>
#include <utility>

namespace rondix::files {

/// Names are UTF-8 here and UTF-16 there.
inline std::wstring wide(std::string_view text) {
    if (text.empty()) return {};
    const int bytes = static_cast<int>(text.size());
    const int units = ::MultiByteToWideChar(CP_UTF8, 0, text.data(), bytes, nullptr, 0);
    std::wstring same(static_cast<std::size_t>(units), L'\0');
    ::MultiByteToWideChar(CP_UTF8, 0, text.data(), bytes, same.data(), units);
    return same;
}

inline std::string narrow(std::wstring_view text) {
    if (text.empty()) return {};
    const int units = static_cast<int>(text.size());
    const int bytes =
        ::WideCharToMultiByte(CP_UTF8, 0, text.data(), units, nullptr, 0, nullptr, nullptr);
    std::string same(static_cast<std::size_t>(bytes), '\0');
    ::WideCharToMultiByte(CP_UTF8, 0, text.data(), units, same.data(), bytes, nullptr, nullptr);
    return same;
}

/// Why the last call failed.
inline std::string last_fault() {
    return std::system_category().message(static_cast<int>(::GetLastError()));
}

class WindowsHandle {
  public:
    explicit WindowsHandle(HANDLE handle)
        : handle_(handle) {}
    ~WindowsHandle() { close(); }
    WindowsHandle(const WindowsHandle&) = delete;
    WindowsHandle& operator=(const WindowsHandle&) = delete;

    bool good() const { return handle_ != INVALID_HANDLE_VALUE; }
    HANDLE get() const { return handle_; }
    bool close() {
        return !good() || ::CloseHandle(std::exchange(handle_, INVALID_HANDLE_VALUE)) != 0;
    }

  private:
    HANDLE handle_;
};

/// Others may read, write and rename it meanwhile.
inline HANDLE open_handle(const std::wstring& name, DWORD access, DWORD how) {
    constexpr DWORD shared = FILE_SHARE_READ | FILE_SHARE_WRITE | FILE_SHARE_DELETE;
    // (The flag lets folders be opened, which are told apart afterwards.)
    return ::CreateFileW(name.c_str(), access, shared, nullptr, how, FILE_FLAG_BACKUP_SEMANTICS,
                         nullptr);
}

} // namespace rondix::files
