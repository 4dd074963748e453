// A flow that nobody settles soon.
#pragma once

#include <fmt/format.h>

#include <string>

namespace rondix::test {

/// A gate that only opens once every switch behind it is on: all of them matter at once, and with
/// what a screen is entered with goes what it is left with. They cannot be put off again: else all
/// ways of the screen behind would be alike.
inline std::string lock_flow(int switches) {
    std::string flags, controls, all;
    for (int i = 0; i < switches; ++i) {
        flags += fmt::format("  f{}: {{}}\n", i);
        controls += fmt::format("      - {{ button: on{0}, text: On, press: raise f{0} }}\n", i);
        all += fmt::format("{}f{}", i == 0 ? "" : " and ", i);
    }
    return "rondix: 1\nstart: quay\nflags:\n" + flags +
           "screens:\n"
           "  quay:\n    title: Quay\n    back: none\n    controls:\n"
           "      - { button: gate, text: Gate, press: open lock }\n"
           "      - { button: plan, text: Plan, press: todo it }\n"
           "      - { button: leave, text: Leave, press: quit, when: " +
           all + " }\n  lock:\n    title: Lock\n    controls:\n" + controls;
}

} // namespace rondix::test
