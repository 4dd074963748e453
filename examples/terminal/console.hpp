// Console: the bytes of the keys that are typed, as soon as they are, on POSIX and on Windows. A
// console of Windows is asked for the same bytes as a terminal sends.
#pragma once

#ifdef _WIN32
#ifndef NOMINMAX
#define NOMINMAX // of the names that windows.h takes
#endif
#include <windows.h>
#else
#include <poll.h>
#include <termios.h>
#include <unistd.h>
#endif

#include <string>

#ifdef _WIN32

class Console {
  public:
    Console() {
        in_ = GetStdHandle(STD_INPUT_HANDLE), out_ = GetStdHandle(STD_OUTPUT_HANDLE);
        is_one_ = GetConsoleMode(in_, &in_before_) != 0;
        shows_one_ = GetConsoleMode(out_, &out_before_) != 0;
        page_before_ = GetConsoleOutputCP();
        if (is_one_) SetConsoleMode(in_, ENABLE_VIRTUAL_TERMINAL_INPUT | ENABLE_PROCESSED_INPUT);
        if (!shows_one_) return;
        SetConsoleMode(out_, out_before_ | ENABLE_VIRTUAL_TERMINAL_PROCESSING);
        SetConsoleOutputCP(CP_UTF8);
    }
    ~Console() {
        if (is_one_) SetConsoleMode(in_, in_before_);
        if (!shows_one_) return;
        SetConsoleMode(out_, out_before_);
        SetConsoleOutputCP(page_before_);
    }
    Console(const Console&) = delete;
    Console& operator=(const Console&) = delete;

    /// Somebody types; otherwise it is a file or a pipe.
    bool is_one() const { return is_one_; }

    /// Appends what is typed within these milliseconds; of a pipe the next byte. False: it has
    /// ended.
    bool read(std::string& into, unsigned milliseconds) {
        if (!is_one_) {
            char typed = 0;
            DWORD count = 0;
            if (!ReadFile(in_, &typed, 1, &count, nullptr) || count == 0) return false;
            into += typed;
            return true;
        }
        if (WaitForSingleObject(in_, milliseconds) != WAIT_OBJECT_0) return true;
        INPUT_RECORD events[16];
        DWORD count = 0;
        if (!ReadConsoleInputW(in_, events, 16, &count)) return false;
        for (DWORD i = 0; i < count; ++i) {
            const KEY_EVENT_RECORD& key = events[i].Event.KeyEvent;
            if (events[i].EventType != KEY_EVENT || !key.bKeyDown || key.uChar.UnicodeChar == 0)
                continue;
            char bytes[4];
            const int length = WideCharToMultiByte(CP_UTF8, 0, &key.uChar.UnicodeChar, 1, bytes, 4,
                                                   nullptr, nullptr);
            into.append(bytes, static_cast<std::size_t>(length));
        }
        return true;
    }

  private:
    HANDLE in_ = nullptr, out_ = nullptr;
    bool is_one_ = false, shows_one_ = false;
    DWORD in_before_ = 0, out_before_ = 0;
    UINT page_before_ = 0;
};

#else

class Console {
  public:
    Console()
        : is_one_(isatty(STDIN_FILENO) != 0) {
        if (!is_one_ || tcgetattr(STDIN_FILENO, &before_) != 0) return;
        termios raw = before_;
        raw.c_lflag &= ~static_cast<tcflag_t>(ICANON | ECHO);
        tcsetattr(STDIN_FILENO, TCSANOW, &raw);
    }
    ~Console() {
        if (is_one_) tcsetattr(STDIN_FILENO, TCSANOW, &before_);
    }
    Console(const Console&) = delete;
    Console& operator=(const Console&) = delete;

    /// Somebody types; otherwise it is a file or a pipe.
    bool is_one() const { return is_one_; }

    /// Appends what is typed within these milliseconds; of a pipe the next byte. False: it has
    /// ended.
    bool read(std::string& into, unsigned milliseconds) {
        pollfd input{STDIN_FILENO, POLLIN, 0};
        if (is_one_ && poll(&input, 1, static_cast<int>(milliseconds)) <= 0) return true;
        char bytes[16];
        const ssize_t count = ::read(STDIN_FILENO, bytes, is_one_ ? sizeof bytes : 1);
        if (count <= 0) return false;
        into.append(bytes, static_cast<std::size_t>(count));
        return true;
    }

  private:
    bool is_one_;
    termios before_{};
};

#endif
