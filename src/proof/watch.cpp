#include "proof/watch.hpp"

namespace rondix {

void Watch::look(std::string_view stage, std::size_t done, std::size_t all) const {
    const std::chrono::duration<double> passed = Clock::now() - began_;
    if (options_.most_seconds > 0 && passed.count() > options_.most_seconds)
        throw Stopped{Stop::time};
    if (options_.progress && !options_.progress({stage, done, all, passed.count()}))
        throw Stopped{Stop::asked};
}

} // namespace rondix
