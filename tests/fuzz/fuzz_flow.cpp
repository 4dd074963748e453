// Any bytes as a flow file: read, checked and fixed, and where it is one, run for a moment.
#include "rondix/tools/check.hpp"
#include "rondix/tools/report.hpp"

#include <cstdlib>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace rondix;
    if (size > 20'000) return 0;
    const FlowFile file =
        load_flow_text("fuzz.flow.yaml", std::string(reinterpret_cast<const char*>(data), size));
    CheckOptions options;
    options.max_heads = 2000;
    options.max_seconds = 0.05;
    const CheckResult result = check(file, options);
    check_text(file, result, {true, 60});
    check_junit(file, result);
    // Fixes are many checks each: of some inputs, so that more of them are looked at.
    if (!result.findings.empty() && size % 8 == 0)
        find_fix(file, result, result.findings.front(), options);
    if (!file.compiled) return 0;
    Runner menus(*file.compiled);
    menus.start();
    for (int i = 0; i < 20; ++i) {
        menus.press(Button(i % button_count));
        menus.release(Button(i % button_count));
        menus.advance(0.3);
        menus.finish(menus.load_ticket(), Answer::done);
        menus.take_effects();
        menus.view();
    }
    return 0;
}
