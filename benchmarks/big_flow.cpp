#include "big_flow.hpp"

namespace rondix::benchmarks {

namespace {

const std::string head = "rondix: 1\n"
                         "game: Measured\n"
                         "start: quay\n"
                         "scenes:\n"
                         "  quay: { file: scenes/quay.json, root: s0 }\n"
                         "  sea: { file: scenes/sea.json, root: helm }\n"
                         "loading: { timeout: 20s }\n";

} // namespace

std::string tree_flow(std::size_t screens, std::size_t buttons, FlagUse flags) {
    std::string text = head;
    if (flags.count > 0) text += "flags:\n";
    for (std::size_t f = 0; f < flags.count; ++f)
        text += "  f" + std::to_string(f) + (flags.set_by_game ? ": { set-by: game }\n" : ":\n");
    text += "screens:\n  helm: { play: yes, menu: home }\n";
    std::size_t next = 1; // the first screen that nothing opens yet
    for (std::size_t i = 0; i < screens; ++i) {
        text += "  s" + std::to_string(i) + ":\n    title: Screen " + std::to_string(i) +
                "\n    controls:\n";
        for (std::size_t b = 0; b < buttons; ++b) {
            const auto flag = [&](std::size_t of) {
                return "f" + std::to_string(of % flags.count);
            };
            const bool last = b + 1 == buttons;
            std::string press = "tell word-" + std::to_string(b);
            std::string when;
            if (flags.count > 0 && b % 3 == 1 && !flags.needed && !last) when = flag(i);
            if (last) {
                press = i == 0 ? "quit" : "back";
                if (flags.needed && i > 0) when = flag(i);
            } else if (b == 0 && (i == 0 || !flags.needed)) {
                press = "load sea";
            } else if (b % 2 == 1 && next < screens) {
                if (flags.needed) when = flag(next);
                press = "open s" + std::to_string(next++);
            } else if (flags.count > 0 && !flags.set_by_game && b % 4 == 2) {
                press = (b % 8 == 2 || flags.needed ? "raise " : "lower ") + flag(i + b / 4);
            }
            text += "      - { button: b" + std::to_string(b) + ", text: Button " +
                    std::to_string(b) + ", press: " + press +
                    (when.empty() ? "" : ", when: " + when) + " }\n";
        }
        if (flags.needed && i > 0) text += "    back: none\n";
    }
    return text;
}

std::string dense_flow(std::size_t circle, std::size_t flags) {
    std::string text = head + "flags:\n";
    for (std::size_t f = 0; f < flags; ++f) text += "  f" + std::to_string(f) + ":\n";
    text += "screens:\n  helm: { play: yes, menu: home }\n";
    for (std::size_t i = 0; i < circle; ++i) {
        text += "  s" + std::to_string(i) + ":\n    controls:\n";
        for (std::size_t to = 0; to < circle; ++to)
            if (to != i)
                text += "      - { button: to" + std::to_string(to) + ", press: open s" +
                        std::to_string(to) + " }\n";
        for (std::size_t f = 0; f < flags; ++f)
            text += "      - { button: f" + std::to_string(f) + ", press: [{ when: f" +
                    std::to_string(f) + ", do: lower f" + std::to_string(f) + " }, { do: raise f" +
                    std::to_string(f) + " }] }\n";
        text +=
            "      - { button: leave, press: quit }\n      - { button: sail, press: load sea }\n";
    }
    return text;
}

std::string loose_circle_flow(std::size_t screens) {
    std::string text = "rondix: 1\ngame: Measured\nstart: s0\nscreens:\n";
    for (std::size_t i = 0; i < screens; ++i) {
        text += "  s" + std::to_string(i) + ":\n    controls:\n";
        for (const std::size_t far : {1, 4})
            text += "      - { button: to" + std::to_string(far) + ", press: open s" +
                    std::to_string((i + far) % screens) + " }\n";
        if (i == 0) text += "      - { button: leave, press: quit }\n";
    }
    return text;
}

} // namespace rondix::benchmarks
