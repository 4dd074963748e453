// Values as YAML: read from a few words, and written on one line.
#pragma once

#include "yaml/yaml_tree.hpp"

#include <optional>
#include <string>

namespace rondix {

/// What `[raise a, quit]`, `{ at: top }` or `"Play"` means; what begins otherwise is a text as it
/// stands. Nothing, and `fault` says why: it is no YAML.
std::optional<yaml::Node> read_value(const std::string& text, std::string& fault);

/// On one line, and so that it may stand in brackets: texts without quotes where they need none.
std::string write_value(const yaml::Node& value);

/// Whether two trees say the same. Nothing at all is as good as an empty map or list.
bool same(const yaml::Node& a, const yaml::Node& b);

yaml::Node text_node(std::string text);
yaml::Node map_node(std::string key, yaml::Node value);

} // namespace rondix
