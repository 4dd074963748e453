#include "reading/themes.hpp"

#include "reading/further_files.hpp"
#include "reading/plain_theme_text.hpp"
#include "reading/plain_theme_tree.hpp"
#include "reading/style_reader.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

namespace {

void read_named_theme(const Flow& flow, const Name& name, const std::string& path, Files& files,
                      Theme& theme, Findings& findings) {
    const yaml::Node* tree = read_further(flow, name, path, files, findings);
    if (tree) read_theme_file(*tree, files.sources.back(), theme, findings);
}

} // namespace

const Theme& plain_theme() {
    static const Theme theme = [] {
        Theme read;
        Findings findings;
        const Source source("built-in theme", std::string(plain_theme_text));
        const GrownNode* nodes = plain_theme_nodes;
        read_theme_file(grown(nodes), source, read, findings);
        return read;
    }();
    return theme;
}

void gather_themes(Flow& flow, Files& files, Findings& findings) {
    const std::string folder = folder_of(files.sources[0].name());
    Theme& own = flow.themes.back();
    own.folder = folder;
    own.short_side = static_cast<float>(std::min(flow.design_width, flow.design_height));
    if (flow.theme_file) {
        Theme theme;
        const std::string path = folder + flow.theme_file->text;
        theme.folder = folder_of(path);
        read_named_theme(flow, *flow.theme_file, path, files, theme, findings);
        flow.themes.insert(flow.themes.begin(), std::move(theme));
    }
    flow.themes.insert(flow.themes.begin(), plain_theme());
}

} // namespace rondix
