#include "fix/text_proposals.hpp"

#include "fix/maker.hpp"

#include <algorithm>

namespace rondix {

namespace {

class TextProposals : ProposalMaker {
  public:
    using ProposalMaker::ProposalMaker;

    std::vector<Fix> make() {
        if (finding_.rule == RuleId::not_a_flow) return say_the_version();
        // What is amiss is sometimes told at the line behind it.
        const std::uint32_t line = source_.spot(at_).line;
        quote_text_in(line);
        if (line > 1) quote_text_in(line - 1);
        for (const std::size_t blanks : {2, 4, 8}) set_in_with_blanks(blanks);
        return std::move(all_);
    }

  private:
    std::vector<Fix> say_the_version() {
        const std::string first = "rondix: 1\n";
        const bool says_one = source_.text().find("rondix:") != std::string::npos;
        if (says_one && finding_.place.end > at_)
            replace(finding_.place, "1", "write 'rondix: 1'");
        else if (!says_one)
            all_.push_back({"begin with 'rondix: 1'",
                            {{SourceRange{0, 0, finding_.place.file}, first}},
                            false});
        return std::move(all_);
    }

    std::uint32_t begin_of(std::uint32_t line) const {
        return static_cast<std::uint32_t>(source_.line(line).data() - source_.text().data());
    }

    /// `text: On to: the chart`: the words behind the first colon are meant as one text.
    void quote_text_in(std::uint32_t number) {
        const std::string_view line = source_.line(number);
        std::size_t begin = line.find_first_not_of(" -{");
        if (begin < line.size() && line.find_first_of("{[") == std::string_view::npos)
            quote(number, line, begin, std::min(line.find(" #"), line.size())); // commas and all
        while (begin < line.size()) {
            std::size_t end = end_of_entry(line, begin);
            quote(number, line, begin, end);
            begin = line.find_first_not_of(" {", std::min(end + 1, line.size()));
        }
    }

    /// Up to a comma, a bracket or a comment, but for what stands in quotes.
    static std::size_t end_of_entry(std::string_view line, std::size_t at) {
        char quote = 0;
        for (; at < line.size(); ++at) {
            const char c = line[at];
            if (quote != 0) {
                if (c == quote) quote = 0;
            } else if ((c == '"' || c == '\'') && line[at - (at > 0 ? 1 : 0)] == ' ')
                quote = c;
            else if (c == ',' || c == '}' || c == ']' ||
                     (c == '#' && at > 0 && line[at - 1] == ' '))
                break;
        }
        return at;
    }

    void quote(std::uint32_t number, std::string_view line, std::size_t begin, std::size_t end) {
        const std::size_t colon = line.find(": ", begin);
        if (colon == std::string_view::npos || colon >= end) return;
        const std::size_t from = line.find_first_not_of(' ', colon + 1);
        while (end > from && line[end - 1] == ' ') --end;
        if (from >= end || std::string_view("\"'[{").find(line[from]) != std::string_view::npos)
            return;
        const std::string_view words = line.substr(from, end - from);
        if (words.find(": ") == std::string_view::npos && !words.ends_with(':')) return;
        std::string quoted = "\"";
        for (const char c : words) {
            if (c == '"' || c == '\\') quoted += '\\';
            quoted += c;
        }
        quoted += '"';
        const std::uint32_t base = begin_of(number);
        replace({base + static_cast<std::uint32_t>(from), base + static_cast<std::uint32_t>(end),
                 finding_.place.file},
                quoted, "put the text in quotes");
    }

    void set_in_with_blanks(std::size_t blanks) {
        std::vector<Edit> edits;
        const std::string& text = source_.text();
        for (std::size_t line = 0; line < text.size();) {
            const std::size_t words = std::min(text.find_first_not_of(" \t", line), text.size());
            for (std::size_t i = line; i < words; ++i)
                if (text[i] == '\t')
                    edits.push_back({{static_cast<std::uint32_t>(i),
                                      static_cast<std::uint32_t>(i + 1), finding_.place.file},
                                     std::string(blanks, ' ')});
            const std::size_t end = text.find('\n', line);
            if (end == std::string::npos) break;
            line = end + 1;
        }
        if (!edits.empty()) all_.push_back({"indent with spaces", std::move(edits), false});
    }
};

} // namespace

std::vector<Fix> text_proposals_for(const FlowFile& file, const Finding& finding) {
    return TextProposals(file, finding).make();
}

} // namespace rondix
