// Work that may never end, or want all memory, tried in a process of its own: pictures by anybody,
// which a library draws that cannot be told to stop.
#pragma once

#include <cstddef>
#include <functional>

namespace rondix::draw {

/// Whether `work` gets through within so much time of the processor, and so much more memory: what
/// comes of it does not hang on what else the machine does. What waits for something that does not
/// come is given up too, after ten times that. What it does is seen by nobody.
bool gets_through(const std::function<void()>& work, double seconds, std::size_t megabytes);

} // namespace rondix::draw
