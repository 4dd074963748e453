// The tool with pictures: nothing is handed on.
#include "pictures.hpp"

#include "rondix/tools/look_check.hpp"

namespace rondix::tool {

int run_with_pictures(const Run& run) {
    return run();
}

LookAt look_at_sizes(const std::vector<Size>& sizes) {
    LookCheckOptions looks;
    if (!sizes.empty()) looks.sizes.clear();
    for (const Size size : sizes) looks.sizes.push_back({size.width, size.height});
    return [looks](const FlowFile& file, const CheckOptions& limits) {
        LookCheckOptions within = looks;
        within.check = limits;
        return check_looks(file, within);
    };
}

} // namespace rondix::tool
