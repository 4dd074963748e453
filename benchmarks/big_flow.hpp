// Large flows as text, for measuring.
#pragma once

#include <cstddef>
#include <string>

namespace rondix::benchmarks {

/// How a flow uses flags.
struct FlagUse {
    std::size_t count = 0;
    bool set_by_game = false; ///< else buttons raise and lower them
    /// Each screen below the first is opened, and can be left, only while one of the flags is
    /// raised; no flag is ever lowered. So nobody gets stuck, and no flag can be left out of the
    /// proof: the worst case.
    bool needed = false;
};

/// A tree of menus: every screen has `buttons` buttons, of which the last goes back and the others
/// open screens further down, load the scene, or tell the game something. With flags, every third
/// button asks for one, and the flags are spread over all screens.
std::string tree_flow(std::size_t screens, std::size_t buttons, FlagUse flags = {});

/// `circle` screens that all open each other, and `flags` flags that buttons raise and lower: many
/// menu states from few lines.
std::string dense_flow(std::size_t circle, std::size_t flags);

/// `screens` screens in a ring, each of which opens two of the others: three moves, very many
/// stacks.
std::string loose_circle_flow(std::size_t screens);

} // namespace rondix::benchmarks
