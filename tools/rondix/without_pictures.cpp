// Where nothing can be drawn, what draws is handed on.
#include "commands.hpp"
#include "hand_on.hpp"
#include "pictures.hpp"

namespace rondix::tool {

int run_with_pictures(const Run&) {
    return hand_on(pictures_program);
}

LookAt look_at_sizes(const std::vector<Size>&) {
    return {};
}

bool packed_pictures(const FlowFile&, const std::string&, double, std::string&) {
    return false;
}

std::string picture_of_screen(const FlowFile&, const std::string&) {
    return {};
}

Run add_explain(Command& command) {
    return handed_on(command, pictures_program);
}

Run add_map(Command& command) {
    return handed_on(command, pictures_program);
}

Run add_draw(Command& command) {
    return handed_on(command, pictures_program);
}

Run add_strip(Command& command) {
    return handed_on(command, pictures_program);
}

Run add_focus(Command& command) {
    return handed_on(command, pictures_program);
}

} // namespace rondix::tool
