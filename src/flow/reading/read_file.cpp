#include "flow/reading/read_file.hpp"

#include "flow/reading/yaml_tree.hpp"

#include <cerrno>
#include <cstdio>
#include <cstring>
#include <filesystem>
#include <memory>

namespace rondix {

std::string read_file(const std::string& path, std::string& text) {
    std::error_code ignored;
    if (std::filesystem::is_directory(path, ignored)) return "it is a folder";
    struct Close {
        void operator()(std::FILE* file) const { std::fclose(file); }
    };
    const std::unique_ptr<std::FILE, Close> file(std::fopen(path.c_str(), "rb"));
    if (!file) return std::strerror(errno);
    const std::size_t most = yaml::Limits{}.bytes + 1;
    char buffer[1 << 16];
    while (text.size() < most) {
        const std::size_t count = std::fread(buffer, 1, sizeof buffer, file.get());
        if (count == 0) break;
        text.append(buffer, count);
    }
    return std::ferror(file.get()) ? std::strerror(errno) : "";
}

std::string without_mark(std::string text) {
    if (text.starts_with("\xEF\xBB\xBF")) text.erase(0, 3);
    return text;
}

} // namespace rondix
