#include "outputs.hpp"

#include "files/read_file.hpp"
#include "files/whole_file.hpp"

#include <fmt/format.h>

#include <cerrno>
#include <cstdio>
#include <cstring>

namespace rondix::tool {

namespace {

/// Of the one call that this program is.
std::vector<std::string>& inputs() {
    static std::vector<std::string> paths;
    return paths;
}

bool refuse(const std::string& output, const std::string& why) {
    fmt::print(stderr, "error: '{}' {}\n", output, why);
    return false;
}

/// A flow or a theme, whoever wrote it: the first line that is no remark says so.
bool is_written_by_hand(const std::string& path) {
    constexpr std::size_t enough = 4096;
    const std::string text = files::read_file(path, enough).text;
    for (std::size_t at = 0; at < text.size();) {
        const std::size_t end = std::min(text.find('\n', at), text.size());
        const std::string_view line = std::string_view(text).substr(at, end - at);
        at = end + 1;
        const std::size_t first = line.find_first_not_of(" \t\r\xEF\xBB\xBF");
        if (first == line.npos || line[first] == '#' || line.starts_with("---")) continue;
        return line.substr(first).starts_with("rondix:") ||
               line.substr(first).starts_with("rondix-theme:");
    }
    return false;
}

bool told(const std::string& fault) {
    if (!fault.empty()) fmt::print(stderr, "error: {}\n", fault);
    return fault.empty();
}

} // namespace

void note_input(const std::string& path) {
    inputs().push_back(path);
}

void note_inputs(const FlowFile& file) {
    for (const Source& source : file.sources) note_input(source.name());
    if (!file.compiled) return;
    for (const auto* table : {&file.compiled->looks.pictures, &file.compiled->looks.fonts})
        for (const TextRef path : *table)
            if (path.length > 0) note_input(std::string(file.compiled->text(path)));
}

bool may_write(const std::vector<std::string>& outputs) {
    for (std::size_t i = 0; i < outputs.size(); ++i) {
        const std::string& output = outputs[i];
        if (output.empty()) continue;
        for (const std::string& input : inputs())
            if (files::are_one_file(output, input))
                return refuse(output, "is an input: choose another output");
        for (std::size_t other = 0; other < i; ++other)
            if (!outputs[other].empty() && files::are_one_file(output, outputs[other]))
                return refuse(output, "is used for two outputs");
        if (is_written_by_hand(output))
            return refuse(output, "is a flow or a theme and is not overwritten");
    }
    return true;
}

bool write_file(const std::string& path, const std::string& contents) {
    return may_write({path}) && told(files::write_whole(path, contents));
}

namespace {

struct Written {
    std::string path, was, is;
};

/// With the byte order mark that some editors put in front, where the file has it.
Written with_mark(const Source& source, const std::string& text) {
    constexpr std::string_view mark = "\xEF\xBB\xBF";
    const std::string first = files::read_file(source.name(), mark.size()).text;
    const std::string before(first.starts_with(mark) ? mark : "");
    return {source.name(), before + source.text(), before + text};
}

} // namespace

std::string fault_of_writing_back(const std::vector<Source>& sources, const FileTexts& texts) {
    std::vector<Written> done;
    for (const Source& source : sources) {
        const auto text = texts.find(source.name());
        if (text == texts.end() || text->second == source.text()) continue;
        Written one = with_mark(source, text->second);
        std::string fault = files::write_whole(one.path, one.is, {.instead_of = one.was});
        if (!fault.empty()) {
            for (const Written& before : done)
                if (const std::string more =
                        files::write_whole(before.path, before.was, {.instead_of = before.is});
                    !more.empty())
                    fault += "; " + more;
            return fault;
        }
        done.push_back(std::move(one));
    }
    return {};
}

bool write_all_back(const std::vector<Source>& sources, const FileTexts& texts) {
    return told(fault_of_writing_back(sources, texts));
}

bool finish_printing() {
    if (std::fflush(stdout) == 0 && std::ferror(stdout) == 0) return true;
    fmt::print(stderr, "error: cannot write the output: {}\n", std::strerror(errno));
    return false;
}

} // namespace rondix::tool
