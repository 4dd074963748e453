// whole_file.hpp on Windows: ReplaceFile() gives the new text the name, the attributes and the
// access rights of the old one in a step. Two files cannot change places there, so that what
// somebody saves between the last look and that step is lost with `instead_of`.
#include "files/whole_file.hpp"

#include "files/read_file.hpp"
#include "files/windows.hpp"

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <filesystem>

namespace rondix::files {

namespace {

namespace fs = std::filesystem;

std::string cannot_write(const std::string& path, const std::string& why) {
    return "cannot write '" + path + "': " + why;
}

bool write_all(HANDLE file, std::string_view text) {
    while (!text.empty()) {
        const auto piece = static_cast<DWORD>(std::min<std::size_t>(text.size(), 1U << 24));
        DWORD written = 0;
        if (!::WriteFile(file, text.data(), piece, &written, nullptr) || written == 0) return false;
        text.remove_prefix(written);
    }
    return true;
}

/// A name beside the file that nobody can guess.
std::wstring name_beside(const std::wstring& target) {
    unsigned bits[4] = {};
    for (unsigned& one : bits) ::rand_s(&one);
    wchar_t end[48];
    std::swprintf(end, std::size(end), L".%08x%08x%08x%08x", bits[0], bits[1], bits[2], bits[3]);
    return target + end;
}

std::string write_beside(const std::wstring& name, std::string_view text) {
    WindowsHandle file(open_handle(name, GENERIC_WRITE, CREATE_NEW));
    if (!file.good() || !write_all(file.get(), text) || !::FlushFileBuffers(file.get()) ||
        !file.close())
        return last_fault();
    return {};
}

std::string take_place(const std::wstring& beside, const std::wstring& target, bool is_there) {
    if (is_there &&
        ::ReplaceFileW(target.c_str(), beside.c_str(), nullptr, 0, nullptr, nullptr) != 0)
        return {};
    constexpr DWORD how = MOVEFILE_REPLACE_EXISTING | MOVEFILE_WRITE_THROUGH;
    return ::MoveFileExW(beside.c_str(), target.c_str(), how) != 0 ? std::string() : last_fault();
}

/// A device takes the text, and a file with several names keeps them all.
std::string write_over(const std::wstring& target, std::string_view text, bool cut) {
    WindowsHandle file(open_handle(target, GENERIC_WRITE, OPEN_EXISTING));
    if (!file.good() || !write_all(file.get(), text) ||
        (cut && (!::SetEndOfFile(file.get()) || !::FlushFileBuffers(file.get()))) || !file.close())
        return last_fault();
    return {};
}

bool still_says(const std::string& path, std::string_view text) {
    const Text now = read_file(path, text.size());
    return now.fault.empty() && now.text == text;
}

/// Which file it is, on which disk, and how many names it has; nothing where there is none.
bool identity(const std::wstring& name, BY_HANDLE_FILE_INFORMATION& about) {
    const WindowsHandle file(open_handle(name, 0, OPEN_EXISTING));
    return file.good() && ::GetFileInformationByHandle(file.get(), &about) != 0;
}

} // namespace

std::string write_whole(const std::string& path, std::string_view text, Writing how) {
    const std::wstring target = wide(path);
    const std::string other = what_else_is(path);
    if (other == "a folder") return cannot_write(path, "it is a folder");
    if (!other.empty()) {
        const std::string why = write_over(target, text, false);
        return why.empty() ? why : cannot_write(path, why);
    }
    BY_HANDLE_FILE_INFORMATION about{};
    const bool is_there = identity(target, about);
    if (is_there && (about.dwFileAttributes & FILE_ATTRIBUTE_READONLY) != 0)
        return cannot_write(path, "it is read-only");
    const fs::path whole(target);
    const fs::path folder = whole.has_parent_path() ? whole.parent_path() : fs::path(L".");
    std::error_code fault;
    if (how.make_folders) {
        fs::create_directories(folder, fault);
        if (fault)
            return "cannot make the folder '" + narrow(folder.wstring()) + "': " + fault.message();
    }
    if (!fs::is_directory(folder, fault))
        return cannot_write(path, "there is no folder '" + narrow(folder.wstring()) + "'");
    const std::wstring beside = name_beside(target);
    std::string why = write_beside(beside, text);
    if (why.empty() && how.instead_of && !still_says(path, *how.instead_of))
        why = "it was changed in the meantime and is left as it is";
    else if (why.empty() && is_there && about.nNumberOfLinks > 1) {
        why = write_over(target, text, true);
        // The file may be half written: what it should say is not lost.
        if (!why.empty())
            return cannot_write(path, why + "; the new text is in '" + narrow(beside) + "'");
    } else if (why.empty())
        why = take_place(beside, target, is_there);
    ::DeleteFileW(beside.c_str()); // where it is still there
    return why.empty() ? why : cannot_write(path, why);
}

bool are_one_file(const std::string& a, const std::string& b) {
    BY_HANDLE_FILE_INFORMATION one{}, other{};
    if (identity(wide(a), one) && identity(wide(b), other))
        return one.dwVolumeSerialNumber == other.dwVolumeSerialNumber &&
               one.nFileIndexHigh == other.nFileIndexHigh &&
               one.nFileIndexLow == other.nFileIndexLow;
    const auto plain = [](const std::string& path) { // one that is yet to be written
        std::error_code unknown;
        return fs::weakly_canonical(fs::absolute(wide(path), unknown), unknown);
    };
    return plain(a) == plain(b);
}

} // namespace rondix::files
