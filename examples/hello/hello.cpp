// The smallest program that runs a flow in a loop: it reads commands, one a line, and prints what
// the game would do and what it would draw. Try:  printf 'accept\nmenu\n' | build/release/bin/hello
// FLOW
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/flow.hpp"
#include "rondix/tools/report.hpp"

#include <iostream>
#include <map>

using namespace rondix;

// What a game does when the menus say so. Here it only says it, and every scene loads at once.
static bool obey(const Effect& effect, Runner& menus) {
    const CompiledFlow& flow = menus.flow();
    switch (effect.kind) {
    case EffectKind::load:
        std::cout << "  load " << flow.text(flow[effect.scene()].file) << '\n';
        menus.finish(effect.load_ticket(), rondix::Answer::done);
        break;
    case EffectKind::pause: std::cout << "  the game stops\n"; break;
    case EffectKind::unpause: std::cout << "  the game goes on\n"; break;
    case EffectKind::quit: return false;
    default: break;
    }
    return true;
}

static void draw(const Item& item) {
    if (item.leaving) return; // closed already; a picture would let it fade
    if (item.kind == ItemKind::title) std::cout << "  == " << item.text << " ==\n";
    if (item.kind == ItemKind::button)
        std::cout << (item.state == LookState::focused ? "  > " : "    ") << item.text << '\n';
}

int main(int argc, char** argv) {
    const FlowFile file = load_flow(argc > 1 ? argv[1] : "hello.flow.yaml");
    if (!file.compiled) {
        for (const Finding& finding : file.findings)
            std::cerr << finding_text(finding, file.sources);
        return 2;
    }
    const std::map<std::string, Button> buttons = {{"up", Button::up},
                                                   {"down", Button::down},
                                                   {"accept", Button::accept},
                                                   {"back", Button::back},
                                                   {"menu", Button::menu}};
    Runner menus(*file.compiled);
    menus.start();
    std::string command;
    do { // one turn of the game's loop
        if (const auto button = buttons.find(command); button != buttons.end()) {
            menus.press(button->second);
            menus.release(button->second);
        }
        // Obeying an effect (a load that is done at once) may bring further ones.
        for (auto effects = menus.take_effects(); !effects.empty(); effects = menus.take_effects())
            for (const Effect& effect : effects)
                if (!obey(effect, menus)) return 0;
        for (const Item& item : menus.view()) draw(item);
        menus.advance(0.5);
    } while (std::getline(std::cin, command));
}
