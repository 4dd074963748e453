// Where there are no windows, what shows one is handed on.
#include "commands.hpp"
#include "hand_on.hpp"

namespace rondix::tool {

Run add_play(Command& command) {
    return handed_on(command, window_program);
}

} // namespace rondix::tool
