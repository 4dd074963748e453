// Where the repository and the built tool are. Only where.cpp and the few tests that name other
// built files are told by the build, so that most tests compile alike in every clone.
#pragma once

#include <filesystem>
#include <string>

namespace rondix::test {

/// The top of the repository.
std::filesystem::path root();

/// The built tool.
std::string tool_path();

} // namespace rondix::test
