#include "big_flow.hpp"

namespace rondix::benchmarks {

namespace {

const std::string head = "rondix: 1\n"
                         "game: Measured\n"
                         "starts-with: quay\n"
                         "scenes:\n"
                         "  quay: { file: scenes/quay.json, root: s0 }\n"
                         "  sea: { file: scenes/sea.json, root: helm }\n";

} // namespace

std::string tree_flow(std::size_t screens, std::size_t buttons) {
    std::string text = head + "screens:\n  helm: { play: yes, menu: home }\n";
    std::size_t next = 1; // the first screen that nothing opens yet
    for (std::size_t i = 0; i < screens; ++i) {
        text += "  s" + std::to_string(i) + ":\n    title: Screen " + std::to_string(i) +
                "\n    controls:\n";
        for (std::size_t b = 0; b < buttons; ++b) {
            const std::string name = "b" + std::to_string(b);
            std::string press = "tell word-" + std::to_string(b);
            if (b + 1 == buttons)
                press = i == 0 ? "quit" : "back";
            else if (b == 0)
                press = "load sea";
            else if (b % 2 == 1 && next < screens)
                press = "open s" + std::to_string(next++);
            text += "      - { button: " + name + ", text: Button " + std::to_string(b) +
                    ", press: " + press + " }\n";
        }
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

} // namespace rondix::benchmarks
