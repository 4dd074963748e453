#include "yaml/text_file.hpp"

#include "files/read_file.hpp"
#include "yaml/yaml_tree.hpp"

namespace rondix {

std::string read_file(const std::string& path, std::string& text) {
    files::Text read = files::read_file(path, yaml::Limits{}.bytes);
    text = std::move(read.text);
    return std::move(read.fault);
}

std::string without_mark(std::string text) {
    if (text.starts_with("\xEF\xBB\xBF")) text.erase(0, 3);
    return text;
}

} // namespace rondix
