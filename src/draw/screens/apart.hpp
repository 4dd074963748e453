// Work that may never end, or want all memory, tried in a process of its own: pictures by anybody,
// which a library draws that cannot be told to stop.
#pragma once

#include <cstddef>
#include <functional>
#include <mutex>

namespace rondix::draw {

/// Whether `work` gets through within so much time of the processor, and so much more memory: what
/// comes of it does not hang on what else the machine does, nor on what other threads do. What
/// waits for something that does not come is given up too, after a few tries or ten times that.
/// What it does is seen by nobody.
bool gets_through(const std::function<void()>& work, double seconds, std::size_t megabytes);

/// The process in which work is tried is a copy of this one, with this thread alone. A lock that
/// another thread has in that moment is never released there: whoever calls a library that keeps
/// locks holds this meanwhile, and no copy is made. `work` does not find it taken.
std::mutex& no_copy_now();

} // namespace rondix::draw
