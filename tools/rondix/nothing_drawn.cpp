// The tool of a build without pictures (RONDIX_DRAW=OFF): it checks, packs and walks, and says what
// it leaves out.
#include "commands.hpp"
#include "pictures.hpp"

#include <fmt/format.h>

namespace rondix::tool {

namespace {

constexpr const char* why = "this rondix is built without pictures (RONDIX_DRAW=OFF)";

Run not_here(Command& command) {
    command.leave_words();
    return [] {
        fmt::print(stderr, "error: {}\n", why);
        return cannot_be_used;
    };
}

} // namespace

int run_with_pictures(const Run& run) {
    return run();
}

LookAt look_at_sizes(const std::vector<Size>&) {
    static bool told = false;
    if (!told) fmt::print(stderr, "note: looks are not checked: {}\n", why);
    told = true;
    return {};
}

bool packed_pictures(const FlowFile&, const std::string&, double, std::string&) {
    fmt::print(stderr, "error: {}\n", why);
    return false;
}

std::string picture_of_screen(const FlowFile&, const std::string&) {
    return {};
}

Run add_map(Command& command) {
    return not_here(command);
}

Run add_draw(Command& command) {
    return not_here(command);
}

Run add_strip(Command& command) {
    return not_here(command);
}

Run add_focus(Command& command) {
    return not_here(command);
}

} // namespace rondix::tool
