// Large flows as text, for measuring.
#pragma once

#include <cstddef>
#include <string>

namespace rondix::benchmarks {

/// A tree of menus: every screen has `buttons` buttons, of which the last goes back and the others
/// open screens further down, load the scene, or tell the game something.
std::string tree_flow(std::size_t screens, std::size_t buttons);

/// `circle` screens that all open each other, and `flags` flags that buttons raise and lower: many
/// situations from few lines.
std::string dense_flow(std::size_t circle, std::size_t flags);

} // namespace rondix::benchmarks
