// Small random flows as text, for comparing the real thing with the reference.
#pragma once

#include <cstdint>
#include <string>

namespace rondix::test {

/// The same number gives the same flow, on every machine. All names in it resolve.
std::string random_flow(std::uint32_t number);

} // namespace rondix::test
