// Any bytes as a saved menu state, a trace and a walkthrough; what can be read is restored and
// replayed in the demo.
#include "rondix/tools/report.hpp"

namespace {

using namespace rondix;

const CompiledFlow& demo() {
    static const FlowFile file = load_flow(RONDIX_ROOT "/examples/tidewick/tidewick.flow.yaml");
    return *file.compiled;
}

} // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    const std::string text(reinterpret_cast<const char*>(data), size);
    if (SavedState saved; read_saved(text, saved)) {
        Runner menus(demo());
        restore(menus, saved);
        menus.advance(1);
        menus.view();
    }
    const Walkthrough walk = load_walkthrough_text("fuzz", text);
    for (const Finding& finding : walk.findings) finding_text(finding, {walk.source});
    if (walk.readable) walk_text(walk, replay(demo(), walk));
    const TraceFile trace = load_trace_text("fuzz", text);
    if (trace.readable) trace_text(trace);
    return 0;
}
