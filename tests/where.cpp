#include "where.hpp"

namespace rondix::test {

std::filesystem::path root() {
    return RONDIX_ROOT;
}

std::string tool_path() {
    return RONDIX_TOOL;
}

} // namespace rondix::test
