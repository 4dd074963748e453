// The menus of examples/hello as a game ships them: packed into the program, under names that the
// compiler knows. It links rondix::runtime alone: no YAML, no exceptions, no other library. A flow
// with a trap, or a name that is misspelt here, fails the build.
#include "hello.ids.hpp"
#include "hello.packed.hpp"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/runtime/runner.hpp"

#include <cstdio>

using namespace rondix;

int main() {
    CompiledFlow flow;
    const Status status = open_packed(std::as_bytes(std::span(packed_flow)), flow);
    if (!status) {
        const std::string_view words = status.words();
        std::fprintf(stderr, "%.*s\n", static_cast<int>(words.size()), words.data());
        return 2;
    }
    if (names_hash(flow) != hello::names) {
        std::fprintf(stderr, "the flow has other names than this program was built with\n");
        return 2;
    }
    Runner menus(flow);
    menus.start();
    menus.advance(1);
    if (menus.focus() == hello::controls::title::sail) menus.press(Button::accept);
    for (const Effect& effect : menus.take_effects()) {
        if (effect.kind != EffectKind::load) continue;
        std::printf("%s\n", effect.scene() == hello::scenes::sea ? "to sea" : "elsewhere");
        menus.finish(effect.load_ticket(), rondix::Answer::done);
    }
    menus.advance(1);
    menus.press(Button::menu);
    std::printf("%s\n", menus.menu_state().current() == hello::screens::pause ? "paused" : "?");
}
