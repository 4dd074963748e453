// rondix pack and rondix ids: what a build makes of a flow.
#include "commands.hpp"
#include "outputs.hpp"
#include "pictures.hpp"

#include "words/printable.hpp"

#include "rondix/tools/pack.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <filesystem>
#include <memory>

namespace rondix::tool {

namespace {

struct Options {
    std::string flow, output, name, depends, pictures;
    double scale = 2;
};

/// For a build: whenever one of these files changes, the output is made anew.
bool write_depends(const Options& options, const FlowFile& file) {
    if (options.depends.empty()) return true;
    std::string text = in_makefile(options.output) + ":";
    for (const Source& source : file.sources) text += " \\\n  " + in_makefile(source.name());
    if (!options.pictures.empty())
        for (const TextRef name : file.compiled->looks.pictures)
            text += " \\\n  " + in_makefile(std::string(file.compiled->text(name)));
    return write_file(options.depends, text + "\n");
}

int write(const Options& options, const FlowFile& file, const std::string& contents) {
    if (!write_file(options.output, contents) || !write_depends(options, file))
        return cannot_be_used;
    fmt::print("wrote {}, {} bytes\n", options.output, contents.size());
    return proved;
}

bool write_pictures(const Options& options, const FlowFile& file, const std::string& image) {
    std::string bytes;
    if (!packed_pictures(file, image, options.scale, bytes) || !write_file(options.pictures, bytes))
        return false;
    fmt::print("wrote {}, {} bytes\n", options.pictures, bytes.size());
    return true;
}

int run_pack(const Options& options) {
    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    if (!may_write({options.output, options.depends, options.pictures})) return cannot_be_used;
    const std::string folder = std::filesystem::path(options.flow).parent_path().string();
    const std::string image = pack(*file.compiled, folder.empty() ? "" : folder + "/");
    if (!options.pictures.empty() && !write_pictures(options, file, image)) return cannot_be_used;
    const std::string name = options.name.empty() ? "packed_flow" : options.name;
    const std::string ending = std::filesystem::path(options.output).extension().string();
    if (ending == ".h") return write(options, file, pack_as_c(image, name));
    const bool cpp = ending == ".hpp" || ending == ".inc";
    return write(options, file, cpp ? pack_as_cpp(image, name) : image);
}

int run_ids(const Options& options) {
    const FlowFile file = load_and_tell(options.flow);
    if (!file.compiled) return status_without_tables(file);
    if (!may_write({options.output, options.depends})) return cannot_be_used;
    const bool in_c = std::filesystem::path(options.output).extension() == ".h";
    return write(options, file,
                 in_c ? ids_as_c(*file.compiled, options.name)
                      : ids_as_cpp(*file.compiled, options.name));
}

void add_common(Command& command, Options& options) {
    command.text("FLOW", options.flow, "the flow file").needed().means(Means::flow);
    command.text("--depends", options.depends, "also write a dependency file for build tools")
        .means(Means::file);
}

bool is_cpp_name(const std::string& name) {
    const auto good = [](char c) {
        return c == '_' || std::isalnum(static_cast<unsigned char>(c));
    };
    return !name.empty() && !std::isdigit(static_cast<unsigned char>(name[0])) &&
           std::all_of(name.begin(), name.end(), good);
}
std::string need_cpp_name(const std::string& name) {
    return is_cpp_name(name) ? "" : "'" + name + "' cannot be a name in C++";
}

} // namespace

Run add_pack(Command& command) {
    const auto options = std::make_shared<Options>();
    add_common(command, *options);
    command
        .text("-o,--output", options->output,
              "the image; with .hpp or .inc an array of C++, with .h of C")
        .needed()
        .means(Means::file);
    command.text("--name", options->name, "of the array").checked(need_cpp_name);
    command
        .text("--pictures", options->pictures,
              "also write the pictures as pixels into this file, for a draw list")
        .means(Means::file);
    command.number("--scale", options->scale, 0.1, 8,
                   "of the pictures: pixels for each design unit");
    command.describes("Write the compiled flow as one image that the game ships, or as an array of "
                      "C++ or C to compile in.");
    command.example("rondix pack game.flow.yaml -o game.rondix", "write the image");
    return [options] {
        const Run run = [options] { return run_pack(*options); };
        return options->pictures.empty() ? run() : run_with_pictures(run);
    };
}

Run add_ids(Command& command) {
    const auto options = std::make_shared<Options>();
    add_common(command, *options);
    command.text("-o,--output", options->output, "the header: of C++, or of C where it ends in .h")
        .needed()
        .means(Means::file);
    command
        .text("--namespace", options->name,
              "namespace, or how names of C begin (default: the name of the game)")
        .checked(need_cpp_name);
    command.describes("Write the names of screens, controls, flags and all else as constants of "
                      "C++ or C, so that the game uses no texts.");
    command.example("rondix ids game.flow.yaml -o game_ids.hpp", "write the constants");
    return [options] { return run_ids(*options); };
}

} // namespace rondix::tool
