// rondix rename: a name called otherwise, in all files of a flow and in its walkthroughs.
#include "commands.hpp"
#include "name_words.hpp"
#include "outputs.hpp"
#include "walks_of.hpp"

#include "rondix/tools/rename.hpp"
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow, kind, from, to;
    std::vector<std::string> walks;
    bool dry_run = false;
};

int run(const Options& options) {
    const FlowFile file = load_and_tell(options.flow);
    if (!file.readable) return cannot_be_used;
    const std::vector<Walkthrough> walks = walks_of(options.flow, options.walks);
    const Renamed renamed =
        rename(file, {*name_kind(options.kind), options.from}, options.to, walks);
    if (!renamed.fault.empty()) {
        fmt::print(stderr, "error: {}\n", renamed.fault);
        return cannot_be_used;
    }
    std::vector<Source> sources = file.sources;
    for (const Walkthrough& walk : walks) sources.push_back(walk.source);
    if (options.dry_run) {
        for (const Source& source : sources)
            if (const auto text = renamed.texts.find(source.name()); text != renamed.texts.end())
                fmt::print("{}", difference(source.name(), source.text(), text->second));
    } else {
        if (!write_all_back(sources, renamed.texts)) return cannot_be_used;
        for (const auto& [path, text] : renamed.texts) fmt::print("wrote {}\n", path);
    }
    for (const std::string& note : renamed.notes) fmt::print(stderr, "note: {}\n", note);
    return proved;
}

} // namespace

Run add_rename(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command.text("KIND", options->kind, kinds_of_names())
        .needed()
        .checked(is_kind_of_name)
        .means(Means::kind);
    command.text("OLD", options->from, "the name; of a control or group also SCREEN.NAME")
        .needed()
        .means(Means::name);
    command.text("NEW", options->to, "what it is to be called").needed();
    command
        .texts("WALK", options->walks,
               "walkthroughs of the flow (default: those beside it and in walks/)")
        .means(Means::walkthrough);
    command.flag("--dry-run", options->dry_run, "print what would change, and write nothing");
    command.describes(
        "Give a screen, control, flag or another thing of a flow a new name, wherever it is used: "
        "in the files of the flow and in walkthroughs. All files are changed, or none.");
    command.example("rondix rename game.flow.yaml screen title front --dry-run",
                    "see what would change");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
