// Work that may never end, or want all memory, tried in a process of its own: pictures by anybody,
// which a library draws that cannot be told to stop.
#pragma once

#include <cstddef>
#include <functional>

namespace rondix::draw {

/// Whether `work` gets through within so much time, and so much more memory. What it does is seen
/// by nobody.
bool gets_through(const std::function<void()>& work, double seconds, std::size_t megabytes);

} // namespace rondix::draw
