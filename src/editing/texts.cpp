#include "editing/texts.hpp"

#include <algorithm>
#include <map>

namespace rondix {

namespace {

/// What is put in ends its lines as the file does.
std::string with_line_ends_of(std::string_view text, const std::string& file) {
    if (file.find("\r\n") == std::string::npos) return std::string(text);
    std::string out;
    for (const char c : text) {
        if (c == '\n' && !out.ends_with('\r')) out += '\r';
        out += c;
    }
    return out;
}

} // namespace

std::string with_edits(const Source& source, std::vector<Edit> edits) {
    std::sort(edits.begin(), edits.end(), [](const Edit& a, const Edit& b) {
        return a.place.begin > b.place.begin; // what stands behind first: places stay right
    });
    std::string text = source.text();
    for (const Edit& edit : edits)
        if (edit.place.begin <= edit.place.end && edit.place.end <= text.size())
            text.replace(edit.place.begin, edit.place.end - edit.place.begin,
                         with_line_ends_of(edit.text, source.text()));
    return text;
}

FileTexts with_edits(const FlowFile& file, const std::vector<Edit>& edits) {
    std::map<std::uint16_t, std::vector<Edit>> of_file;
    for (const Edit& edit : edits)
        if (edit.place.file < file.sources.size()) of_file[edit.place.file].push_back(edit);
    FileTexts texts;
    for (auto& [number, own] : of_file)
        texts[file.sources[number].name()] = with_edits(file.sources[number], std::move(own));
    return texts;
}

FlowFile with_texts(const FlowFile& file, const FileTexts& changed) {
    FileTexts texts = texts_of(file);
    for (const auto& [path, text] : changed) texts[path] = text;
    return load_flow_texts(file.sources[0].name(), texts, file.flow.root);
}

FileTexts texts_of(const FlowFile& file) {
    FileTexts texts;
    for (const Source& source : file.sources) texts[source.name()] = source.text();
    return texts;
}

} // namespace rondix
