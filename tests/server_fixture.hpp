// A client of the language server, which runs in a thread of its own over two pipes.
#pragma once

#include "support.hpp"

#include "server/server.hpp"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <chrono>
#include <map>
#include <poll.h>
#include <set>
#include <thread>
#include <unistd.h>

namespace rondix::test {

using Json = nlohmann::json;

class Client {
  public:
    explicit Client(server::Means means = {}) {
        means.longest_check = 600; // where tests run, it may take long; how long is not asked here
        EXPECT_EQ(pipe(to_), 0);
        EXPECT_EQ(pipe(from_), 0);
        server_ = std::thread([this, means = std::move(means)] {
            status_ = server::Server(to_[0], from_[1], means).run();
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
        char rest[65536];
        while (::read(from_[0], rest, sizeof rest) > 0) {
        } // what it still has to say
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
    void begin(const char* encoding = "utf-16", Json options = {}) {
        ask("initialize", {{"capabilities", {{"general", {{"positionEncodings", {encoding}}}}}},
                           {"initializationOptions", std::move(options)}});
        note("initialized");
    }
    void open(const std::string& uri, const std::string& text) {
        note("textDocument/didOpen",
             {{"textDocument",
               {{"uri", uri}, {"languageId", "yaml"}, {"version", 1}, {"text", text}}}});
    }
    void change(const std::string& uri, const std::string& text) {
        note("textDocument/didChange", {{"textDocument", {{"uri", uri}, {"version", 2}}},
                                        {"contentChanges", {{{"text", text}}}}});
    }
    /// Until what is told of a file is so; false: it never was, in a while.
    template <class Is>
    bool becomes(const std::string& uri, Is is) {
        using Clock = std::chrono::steady_clock;
        const auto end = Clock::now() + std::chrono::milliseconds(longest_wait);
        while (Clock::now() < end) {
            const Json told = next_diagnostics(uri);
            if (told.is_null()) return false;
            if (is(told)) return true;
        }
        return false;
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
    std::size_t times_told = 0; ///< some, of any file

  private:
    void keep(const Json& message) {
        if (message.value("method", "") != "textDocument/publishDiagnostics") return;
        ++times_told;
        diagnostics[message["params"]["uri"]] = message["params"]["diagnostics"];
    }
    bool fill() {
        char bytes[65536];
        pollfd ready{from_[0], POLLIN, 0};
        if (poll(&ready, 1, longest_wait) <= 0) return false; // rather than wait for ever
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

    static constexpr int longest_wait = 20'000; // milliseconds

    int to_[2]{}, from_[2]{};
    std::thread server_;
    std::atomic<int> status_{-1};
    int asked_ = 0;
    std::string read_;
};

/// One text with the edits of a workspace edit.
inline std::string with(std::string text, const Json& edits) {
    std::vector<std::pair<std::uint32_t, std::pair<std::uint32_t, std::string>>> all;
    for (const Json& edit : edits) {
        const auto offset = [&](const char* end) {
            return server::offset_of(text,
                                     {edit["range"][end]["line"].get<std::uint32_t>(),
                                      edit["range"][end]["character"].get<std::uint32_t>()},
                                     server::Units::utf16);
        };
        all.push_back({offset("start"), {offset("end"), edit["newText"].get<std::string>()}});
    }
    std::ranges::sort(all, std::greater{});
    for (const auto& [begin, rest] : all) text.replace(begin, rest.first - begin, rest.second);
    return text;
}

/// Of a part of a text, in units of UTF-16; `add` bytes behind its begin.
inline Json position_of(const std::string& text, std::size_t offset) {
    const server::Position at =
        server::position_of(text, static_cast<std::uint32_t>(offset), server::Units::utf16);
    return {{"line", at.line}, {"character", at.character}};
}

class ServerOfDemo : public testing::Test {
  protected:
    ServerOfDemo() {
        client_.begin();
        client_.open(uri_, text_);
    }
    void change(const std::string& text) {
        client_.change(uri_, text);
        text_ = text;
    }
    Json at(const std::string& part, std::size_t add = 0) const {
        const std::size_t offset = text_.find(part);
        EXPECT_NE(offset, std::string::npos) << part;
        return {{"textDocument", {{"uri", uri_}}}, {"position", position_of(text_, offset + add)}};
    }
    std::set<std::string> labels(const Json& asked) {
        std::set<std::string> all;
        const Json list = client_.result("textDocument/completion", asked);
        for (const Json& item : list["items"]) all.insert(item["label"]);
        return all;
    }

    const std::string path_ = (root() / "examples/tidewick/tidewick.flow.yaml").string();
    const std::string uri_ = "file://" + path_;
    std::string text_ = contents(path_);
    Client client_;
};

} // namespace rondix::test
