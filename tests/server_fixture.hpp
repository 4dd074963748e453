// A client of the language server, which runs in a thread of its own over two pipes.
#pragma once

#include "support.hpp"

#include "server/server.hpp"

#include <nlohmann/json.hpp>

#include <map>
#include <thread>
#include <unistd.h>

namespace rondix::test {

using Json = nlohmann::json;

class Client {
  public:
    Client() {
        EXPECT_EQ(pipe(to_), 0);
        EXPECT_EQ(pipe(from_), 0);
        server_ = std::thread([this] {
            status_ = server::Server(to_[0], from_[1]).run();
            close(from_[1]);
        });
    }
    ~Client() { leave(); }
    Client(const Client&) = delete;
    Client& operator=(const Client&) = delete;

    /// The exit status.
    int leave() {
        if (!server_.joinable()) return status_;
        close(to_[1]);
        server_.join();
        close(to_[0]);
        close(from_[0]);
        return status_;
    }

    void raw(std::string_view bytes) {
        for (std::size_t done = 0; done < bytes.size();) {
            const ssize_t wrote = write(to_[1], bytes.data() + done, bytes.size() - done);
            ASSERT_GT(wrote, 0);
            done += static_cast<std::size_t>(wrote);
        }
    }
    void send(const Json& message) {
        const std::string text = message.dump();
        raw("Content-Length: " + std::to_string(text.size()) + "\r\n\r\n" + text);
    }
    void note(const char* method, Json what = Json::object()) {
        send({{"jsonrpc", "2.0"}, {"method", method}, {"params", std::move(what)}});
    }
    /// The whole answer; diagnostics that come before it are kept.
    Json ask(const char* method, Json what = Json::object()) {
        const int id = ++asked_;
        send({{"jsonrpc", "2.0"}, {"id", id}, {"method", method}, {"params", std::move(what)}});
        return answer_to(id);
    }
    Json answer_to(const Json& id) {
        while (true) {
            const Json message = read();
            if (message.is_null()) return {};
            if (message.contains("id") && message["id"] == id) return message;
            keep(message);
        }
    }
    Json result(const char* method, Json what = Json::object()) {
        return ask(method, std::move(what)).value("result", Json());
    }
    void begin(const char* encoding = "utf-16") {
        ask("initialize", {{"capabilities", {{"general", {{"positionEncodings", {encoding}}}}}}});
        note("initialized");
    }

    /// What is told of a file, as it was told last; waits until something new is.
    Json next_diagnostics(const std::string& uri) {
        while (true) {
            const Json message = read();
            if (message.is_null()) return {};
            keep(message);
            if (message.value("method", "") == "textDocument/publishDiagnostics" &&
                message["params"]["uri"] == uri)
                return diagnostics[uri];
        }
    }
    std::map<std::string, Json> diagnostics;

  private:
    void keep(const Json& message) {
        if (message.value("method", "") == "textDocument/publishDiagnostics")
            diagnostics[message["params"]["uri"]] = message["params"]["diagnostics"];
    }
    bool fill() {
        char bytes[65536];
        const ssize_t got = ::read(from_[0], bytes, sizeof bytes);
        if (got <= 0) return false;
        read_.append(bytes, static_cast<std::size_t>(got));
        return true;
    }
    Json read() {
        std::size_t end = 0;
        while ((end = read_.find("\r\n\r\n")) == std::string::npos)
            if (!fill()) return {};
        const std::size_t length = std::stoul(read_.substr(read_.find(':') + 1));
        while (read_.size() < end + 4 + length)
            if (!fill()) return {};
        const Json message = Json::parse(read_.substr(end + 4, length));
        read_.erase(0, end + 4 + length);
        return message;
    }

    int to_[2]{}, from_[2]{};
    std::thread server_;
    std::atomic<int> status_{-1};
    int asked_ = 0;
    std::string read_;
};

/// Of a part of a text, in units of UTF-16; `add` bytes behind its begin.
inline Json position_of(const std::string& text, std::size_t offset) {
    const server::Position at =
        server::position_of(text, static_cast<std::uint32_t>(offset), server::Units::utf16);
    return {{"line", at.line}, {"character", at.character}};
}

} // namespace rondix::test
