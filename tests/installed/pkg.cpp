// A program outside the tree that finds Rondix by pkg-config: it writes a flow in C++, proves it,
// runs it, and takes another version of it over.
#include "rondix/saved_state.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/flow_in_code.hpp"
#include "rondix/tools/report.hpp"

#include <cstdio>

int main() {
    using namespace rondix::in_code;
    const auto made = [](const char* title) {
        return flow("Outside")
            .start("title")
            .screen(screen("title")
                        .title(title)
                        .with(button("more").press(open("more")))
                        .with(button("leave").press(quit())))
            .screen(screen("more").with(button("back").press(back())))
            .read();
    };
    const rondix::FlowFile file = made("One"), other = made("Two");
    const rondix::CheckResult result = rondix::prove(file);
    std::printf("%s", rondix::check_text(file, result).c_str());
    rondix::Runner menus(*file.compiled), fresh(*other.compiled);
    menus.start();
    menus.advance(1);
    menus.press(rondix::Button::accept);
    const bool kept = !rondix::take_over(fresh, menus).at_home && fresh.menu_state().depth() == 2;
    return result.verdict == rondix::Verdict::proved && kept ? 0 : 1;
}
