// rondix schema: the form of flow files, for editors.
#include "commands.hpp"
#include "outputs.hpp"

#include "reading/grammar_text.hpp"
#include "rondix/tools/schema.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

Run add_schema(Command& command) {
    struct Options {
        std::string output;
        bool tables = false;
    };
    const auto options = std::make_shared<Options>();
    command.text("-o,--output", options->output, "the file to write (default: standard output)")
        .means(Means::file);
    command.flag("--tables", options->tables, "the same as tables in Markdown");
    command.describes(
        "Print the JSON Schema of flow files. Editors complete and check the flow with it.");
    command.example("rondix schema -o flow.schema.json", "write the schema");
    return [options] {
        const std::string text = options->tables ? grammar_tables() : std::string(flow_schema());
        if (options->output.empty())
            fmt::print("{}", text);
        else if (!write_file(options->output, text))
            return cannot_be_used;
        return proved;
    };
}

} // namespace rondix::tool
