// Any bytes as a flow file: read, and where it is one, proved within limits and run for a moment.
#include "rondix/check.hpp"
#include "rondix/report.hpp"

#include <cstdlib>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace rondix;
    if (size > 20'000) return 0;
    const FlowFile file =
        load_flow_text("fuzz.flow.yaml", std::string(reinterpret_cast<const char*>(data), size));
    for (const Finding& finding : file.findings) finding_text(finding, file.sources);
    if (!file.compiled) return 0;
    CheckOptions options;
    options.most_heads = 2000;
    options.most_seconds = 0.2;
    const CheckResult result = check(file, options);
    check_text(file, result);
    Runner menus(*file.compiled);
    menus.start();
    for (int i = 0; i < 20; ++i) {
        menus.press(Button(i % button_count));
        menus.release(Button(i % button_count));
        menus.advance(0.3);
        menus.loaded(menus.ticket());
        menus.take_effects();
        menus.view();
    }
    return 0;
}
