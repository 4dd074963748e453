// The language server on a flow of 1,000 screens: what somebody who types waits for.
#include "server/server.hpp"
#include "big_flow.hpp"

#include <benchmark/benchmark.h>

#include <nlohmann/json.hpp>

#include <thread>
#include <unistd.h>

namespace rondix::benchmarks {
namespace {

using Json = nlohmann::json;

/// An editor with the flow open, and the server in a thread of its own.
class Editor {
  public:
    Editor() {
        if (pipe(to_) != 0 || pipe(from_) != 0) std::abort();
        server_ = std::thread([this] {
            server::Server(to_[0], from_[1]).run();
            close(from_[1]);
        });
        ask("initialize", Json::object());
        send({{"method", "textDocument/didOpen"},
              {"params", {{"textDocument", {{"uri", uri}, {"text", text}}}}}});
        wait_for_slips();
    }
    ~Editor() {
        close(to_[1]);
        char rest[65536];
        while (::read(from_[0], rest, sizeof rest) > 0) {
        } // what it still has to say
        server_.join();
        for (const int end : {to_[0], from_[0]}) close(end);
    }
    Editor(const Editor&) = delete;
    Editor& operator=(const Editor&) = delete;

    /// A letter within a press in the middle of the file; taken out again.
    void type(bool in) {
        Json end = place;
        if (!in) end["character"] = place["character"].get<int>() + 1;
        send({{"method", "textDocument/didChange"},
              {"params",
               {{"textDocument", {{"uri", uri}, {"version", 1}}},
                {"contentChanges",
                 {{{"range", {{"start", place}, {"end", end}}}, {"text", in ? "x" : ""}}}}}}});
    }
    void wait_for_slips() {
        while (read()["method"] != "textDocument/publishDiagnostics") {
        }
    }
    Json ask(const char* method, const Json& what) {
        send({{"id", ++asked_}, {"method", method}, {"params", what}});
        for (Json message = read();; message = read())
            if (message.contains("id")) return message["result"];
    }
    Json there() const { return {{"textDocument", {{"uri", uri}}}, {"position", place}}; }

    const std::string uri = "file:///no/where/large.flow.yaml";
    const std::string text = tree_flow(1000, 8);
    const std::size_t offset = text.find("press: open s", text.size() / 4) + 12;
    const Json place = [this] {
        const auto at =
            server::position_of(text, static_cast<std::uint32_t>(offset), server::Units::utf16);
        return Json{{"line", at.line}, {"character", at.character}};
    }();

  private:
    void send(Json message) {
        message["jsonrpc"] = "2.0";
        const std::string body = message.dump();
        const std::string all =
            "Content-Length: " + std::to_string(body.size()) + "\r\n\r\n" + body;
        for (std::size_t done = 0; done < all.size();)
            done += static_cast<std::size_t>(write(to_[1], all.data() + done, all.size() - done));
    }
    Json read() {
        std::size_t end = 0;
        while ((end = read_.find("\r\n\r\n")) == std::string::npos) fill();
        const std::size_t length = std::stoul(read_.substr(read_.find(':') + 1));
        while (read_.size() < end + 4 + length) fill();
        Json message = Json::parse(read_.substr(end + 4, length));
        read_.erase(0, end + 4 + length);
        return message;
    }
    void fill() {
        char bytes[65536];
        const ssize_t got = ::read(from_[0], bytes, sizeof bytes);
        if (got <= 0) std::abort(); // the server is gone
        read_.append(bytes, static_cast<std::size_t>(got));
    }

    int to_[2]{}, from_[2]{};
    int asked_ = 0;
    std::thread server_;
    std::string read_;
};

void slips_after_a_key(benchmark::State& state) {
    Editor editor;
    bool in = false;
    for (auto _ : state) {
        editor.type(in = !in);
        editor.wait_for_slips();
    }
}
BENCHMARK(slips_after_a_key)->Unit(benchmark::kMillisecond)->UseRealTime();

/// Right after a key, as it is typed.
void completion_while_typing(benchmark::State& state) {
    Editor editor;
    bool in = false;
    for (auto _ : state) {
        state.PauseTiming();
        editor.type(in = !in);
        editor.wait_for_slips();
        state.ResumeTiming();
        if (editor.ask("textDocument/completion", editor.there())["items"].empty())
            state.SkipWithError("nothing is offered");
    }
}
BENCHMARK(completion_while_typing)->Unit(benchmark::kMillisecond)->UseRealTime();

void rename_of_a_screen(benchmark::State& state) {
    Editor editor;
    Json asked = editor.there();
    asked["position"]["character"] = editor.place["character"].get<int>() + 1;
    asked["newName"] = "harbour-master";
    for (auto _ : state)
        if (editor.ask("textDocument/rename", asked)["changes"].size() != 1)
            state.SkipWithError("it is not renamed");
}
BENCHMARK(rename_of_a_screen)->Unit(benchmark::kMillisecond)->UseRealTime();

} // namespace
} // namespace rondix::benchmarks
