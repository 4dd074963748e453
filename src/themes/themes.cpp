#include "themes/themes.hpp"

#include "reading/style_reader.hpp"
#include "themes/plain_theme.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

namespace {

void read_named_theme(const Flow& flow, const Name& name, const std::string& path, Files& files,
                      Theme& theme, Findings& findings) {
    const yaml::Node* tree = read_further(flow, name, path, files, findings);
    if (tree) read_theme_file(*tree, files.sources.back(), theme, findings);
}

} // namespace

Theme plain_theme() {
    return theme_of(made_plain_theme);
}

void gather_themes(Flow& flow, Files& files, Findings& findings) {
    const std::string folder = folder_of(files.sources[0].name());
    Theme own = std::move(flow.themes.back());
    own.folder = folder;
    own.short_side = static_cast<float>(std::min(flow.design_width, flow.design_height));
    flow.themes.clear();
    flow.themes.reserve(3);
    flow.themes.push_back(plain_theme());
    if (flow.theme_file) {
        Theme theme;
        const std::string path = folder + flow.theme_file->text;
        theme.folder = folder_of(path);
        read_named_theme(flow, *flow.theme_file, path, files, theme, findings);
        flow.themes.push_back(std::move(theme));
    }
    flow.themes.push_back(std::move(own));
}

} // namespace rondix
