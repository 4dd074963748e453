#include "rondix/schema.hpp"

#include "flow/flow_schema_text.hpp"

namespace rondix {

std::string_view flow_schema() {
    return flow_schema_text;
}

} // namespace rondix
