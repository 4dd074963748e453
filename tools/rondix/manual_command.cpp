// rondix manual: the manual page of a command.
#include "commands.hpp"

#include "hand_on.hpp"
#include "manual_page.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

namespace {

int run(const std::string& name) {
    const Commands& all = all_commands();
    Run handed_on;
    const std::optional<Declared> declared = declared_by(all, name, handed_on);
    if (handed_on) return handed_on();
    if (!declared) {
        tell_unknown_command(all, name);
        return cannot_be_used;
    }
    fmt::print("{}",
               name.empty() ? manual_page_of_all(*declared, all) : manual_page(*declared, all));
    return proved;
}

} // namespace

Run add_manual(Command& command) {
    const auto name = std::make_shared<std::string>();
    command.text("COMMAND", *name, "a command of rondix (default: the page of rondix itself)")
        .means(Means::command);
    command.describes("Print the manual page of a command in the form that man reads. A package of "
                      "Rondix has these pages installed: 'man rondix-check'.");
    command.example("rondix manual check | man -l -", "read the page of a command");
    return [name] { return run(*name); };
}

} // namespace rondix::tool
