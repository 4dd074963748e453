// rondix uses: the names of a flow, and where each is declared and used.
#include "commands.hpp"
#include "name_words.hpp"
#include "walks_of.hpp"

#include "rondix/tools/name_report.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow, kind, name, format = "text";
    std::vector<std::string> walks;
};

int list_names(const Options& options, const FlowFile& file) {
    const std::optional<NameKind> kind = name_kind(options.kind);
    fmt::print("{}", options.format == "json" ? names_json(file.names, kind)
                                              : names_text(file.names, kind));
    return proved;
}

int run(const Options& options) {
    const FlowFile file = load_and_tell(options.flow);
    if (!file.readable) return cannot_be_used;
    if (options.name.empty()) return list_names(options, file);
    std::string fault;
    UsesOfName uses{find_name(file, {*name_kind(options.kind), options.name}, fault)};
    if (!uses.name) {
        fmt::print(stderr, "error: {}\n", fault);
        return cannot_be_used;
    }
    const std::vector<Walkthrough> walks = walks_of(options.flow, options.walks);
    const std::vector<WalkUses> found = uses_in(file, *uses.name, walks);
    std::string failed;
    for (std::size_t i = 0; i < walks.size(); ++i)
        if (found[i].passes)
            uses.in_walks.emplace_back(&walks[i], found[i]);
        else
            failed += (failed.empty() ? "" : ", ") + walks[i].source.name();
    fmt::print("{}", options.format == "json" ? uses_json(file, uses) : uses_text(file, uses));
    if (!failed.empty()) fmt::print(stderr, "note: left out, for they do not pass: {}\n", failed);
    return proved;
}

} // namespace

Run add_uses(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command.text("KIND", options->kind, kinds_of_names())
        .checked(is_kind_of_name)
        .means(Means::kind);
    command
        .text("NAME", options->name,
              "the name; of a control or group also SCREEN.NAME (default: all are listed)")
        .means(Means::name);
    command
        .texts("WALK", options->walks,
               "walkthroughs to look in (default: those beside the flow and in walks/)")
        .means(Means::walkthrough);
    command.text("--format", options->format, "as text or json").one_of({"text", "json"});
    command.describes("Print the names of a flow, or where one of them is declared and used, also "
                      "in walkthroughs.");
    command.example("rondix uses game.flow.yaml", "list all names");
    command.example("rondix uses game.flow.yaml screen title", "see where a screen is used");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
