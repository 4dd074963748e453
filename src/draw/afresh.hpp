// A Runner that draws one picture after the other begins each as if nothing had been before.
#pragma once

#include "rondix/runtime/runner.hpp"

namespace rondix::draw {

inline void start_afresh(Runner& menus) {
    for (std::size_t i = 0; i < menus.flow().scenes.size(); ++i)
        menus.set_loaded(SceneId(i), false);
    menus.start();
}

} // namespace rondix::draw
