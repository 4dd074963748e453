// The journey of a flow from a file to tables, a line a stage.
#include "rondix/tools/flow.hpp"

#include "compiling/compile.hpp"
#include "compiling/compile_looks.hpp"
#include "loading/load_again.hpp"
#include "loading/load_tree.hpp"
#include "reading/flow_reader.hpp"
#include "reading/further_files.hpp"
#include "reading/name_gatherer.hpp"
#include "resolving/resolve.hpp"
#include "themes/themes.hpp"
#include "yaml/near_files.hpp"
#include "yaml/text_file.hpp"

namespace rondix {

namespace {

/// Whether there is a flow at all.
bool read_all(FlowFile& file, const yaml::Node& tree, Files files) {
    file.readable = read_flow(tree, file.sources[0], file.flow, file.findings);
    if (file.readable) file.readable = gather_includes(file.flow, files, file.findings);
    if (file.readable) {
        report_names_of_several_files(file.flow, file.findings);
        gather_themes(file.flow, files, file.findings);
    }
    return file.readable;
}

void run_stages(FlowFile& file, const yaml::Node& tree, const FileTexts& texts,
                yaml::Trees& trees) {
    if (!read_all(file, tree, {texts, file.sources, trees})) return;
    resolve(file.flow, file.findings);
    put_in_order(file.findings);
    if (has_errors(file.findings)) return;
    Compiled compiled = compile(file.flow);
    if (compiled.status) {
        compile_looks(file.flow, compiled, file.findings);
        put_in_order(file.findings);
        if (has_errors(file.findings)) return;
        compiled.status = verify(compiled.flow);
    }
    if (!compiled.status) {
        add_finding(file.findings, RuleId::too_large, {0, 1, 0},
                    "the flow does not fit its tables: " + std::string(compiled.status.words()));
        return;
    }
    file.compiled = std::move(compiled.flow);
    file.origins = std::move(compiled.origins);
}

} // namespace

FlowFile load_flow(const std::string& path, const std::string& root) {
    return load_flow_texts(path, {}, root);
}

FlowFile load_flow_text(std::string name, std::string text) {
    return load_flow_texts(name, {{name, std::move(text)}}, "/");
}

FlowFile load_flow_texts(const std::string& path, const FileTexts& texts, const std::string& root) {
    yaml::Trees trees;
    FlowFile file = load_again(path, texts, root, trees);
    file.names = names_of(file, trees);
    return file;
}

/// Of all its files, by what each of them is.
NameIndex names_of(const FlowFile& file, const yaml::Trees& trees, bool or_before) {
    NameGatherer names;
    const std::optional<Name>& theme = file.flow.theme_file;
    for (const Source& source : file.sources) {
        const bool is_main = &source == &file.sources[0];
        const bool is_theme =
            theme && source.name() == folder_of(file.sources[0].name()) + theme->text;
        if (const yaml::Node* tree = trees.of(source.name(), or_before))
            names.gather(*tree, source,
                         is_main    ? grammar::Owner::flow
                         : is_theme ? grammar::Owner::theme
                                    : grammar::Owner::included);
    }
    return names.finish();
}

FlowFile load_again(const std::string& path, const FileTexts& texts, const std::string& root,
                    yaml::Trees& trees) {
    FlowFile file;
    file.flow.root = root.empty() ? "./" + folder_of(path) : root;
    if (root.empty() && path.starts_with('/')) file.flow.root = folder_of(path);
    std::string text;
    const auto own = texts.find(path);
    const std::string fault = own == texts.end() ? read_file(path, text) : "";
    if (own != texts.end()) text = own->second;
    file.sources.emplace_back(path, without_mark(std::move(text)));
    if (!fault.empty()) {
        add_finding(file.findings, RuleId::unreadable, {0, 0, 0},
                    "cannot read '" + path + "': " + fault + near_file(path, path));
        return file;
    }
    if (const yaml::Node* tree = trees.read(file.sources[0], 0, file.findings))
        run_stages(file, *tree, texts, trees);
    return file;
}

FlowFile load_tree(Source source, const yaml::Node& tree, Findings findings) {
    FlowFile file;
    file.sources.push_back(std::move(source));
    file.findings = std::move(findings);
    file.flow.root = "/"; // a flow in code is the game's own
    yaml::Trees none;
    run_stages(file, tree, {}, none);
    NameGatherer names;
    names.gather(tree, file.sources[0], grammar::Owner::flow);
    file.names = names.finish();
    return file;
}

} // namespace rondix
