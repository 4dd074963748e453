// rondix schema: the form of flow files, for editors.
#include "commands.hpp"

#include "rondix/schema.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

Run add_schema(Command& command) {
    const auto output = std::make_shared<std::string>();
    command.text("-o,--output", *output, "a file; else it is printed");
    return [output] {
        if (output->empty())
            fmt::print("{}", flow_schema());
        else if (!write_file(*output, std::string(flow_schema())))
            return cannot_be_used;
        return proved;
    };
}

} // namespace rondix::tool
