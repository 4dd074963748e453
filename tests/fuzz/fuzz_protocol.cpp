// Any bytes as what an editor sends to the language server: as they are, and as messages between
// an `initialize` and an `exit`. The server answers or passes it over, and ends.
#include "server/server.hpp"

#include <cstdint>
#include <fcntl.h>
#include <string>
#include <sys/mman.h>
#include <unistd.h>

namespace {

std::string message(const std::string& text) {
    return "Content-Length: " + std::to_string(text.size()) + "\r\n\r\n" + text;
}

/// Parts between lines of `~` are messages of their own.
std::string as_messages(const std::string& bytes) {
    std::string all = message(R"({"jsonrpc":"2.0","id":0,"method":"initialize","params":{}})");
    for (std::size_t at = 0; at < bytes.size();) {
        const std::size_t end = std::min(bytes.find("\n~\n", at), bytes.size());
        all += message(bytes.substr(at, end - at));
        at = end + 3;
    }
    return all + message(R"({"jsonrpc":"2.0","method":"exit"})");
}

void serve(const std::string& bytes) {
    const int in = memfd_create("in", 0);
    const int out = open("/dev/null", O_WRONLY);
    if (write(in, bytes.data(), bytes.size()) == static_cast<ssize_t>(bytes.size())) {
        lseek(in, 0, SEEK_SET);
        rondix::server::Server(in, out).run();
    }
    close(in);
    close(out);
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    if (size > 10'000) return 0;
    const std::string bytes(reinterpret_cast<const char*>(data), size);
    serve(bytes);
    serve(as_messages(bytes));
    return 0;
}
