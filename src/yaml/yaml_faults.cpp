#include "yaml/yaml_faults.hpp"

#include <algorithm>

namespace rondix::yaml {

namespace {

constexpr std::string_view no_break_space = "\xC2\xA0";

/// What the library says, where that alone tells what is wrong.
struct Row {
    std::string_view says; // the beginning of it
    std::string_view text, fix;
};

constexpr std::string_view other_indent = "this line is indented differently from the one above";
constexpr std::string_view indent_alike = "indent it by as many spaces as the lines it belongs to";

constexpr Row rows[] = {
    {"invalid indentation in mapping", other_indent, indent_alike},
    {"did not find expected '-' indicator", other_indent, indent_alike},
    {"wrongly indented sequence item", other_indent, indent_alike},
    {"invalid scalar at the end of block sequence", "this line is no item of the list above it",
     "begin it with '- ', or indent it as one of the item's keys"},
    {"wrong indendation in sequence while in mapping",
     "'- ' begins a list item here, but the lines above are no items",
     "begin each item of the list with '- '"},
    {"invalid tab", "a tab indents this line", "indent it with spaces"},
    {"tab character may not be used as indentation", "a tab indents this line",
     "indent it with spaces"},
    {"cannot use tab", "a tab indents this line", "indent it with spaces"},
    {"did not find expected key", other_indent, indent_alike},
    {"wrongly indented block scalar", "this line is indented less than the text that it belongs to",
     "indent the lines behind '|' or '>'; a text that begins with one of them needs quotes"},
    {"invalid block mapping key on same line", "there is a second ': ' in this line",
     "a key or a text with ': ' in it needs quotes"},
    {"invalid value after mapping", "this line is no 'key: value'", "write 'key: value'"},
    {"flow mapping with invalid extra closing brace", "this '}' closes nothing",
     "remove it; a text with a '}' in it needs quotes"},
    {"flow sequence with invalid extra closing bracket", "this ']' closes nothing",
     "remove it; a text with a ']' in it needs quotes"},
    {"mismatched flow sequence end", "this ']' closes nothing", "close '{' with '}'"},
    {"mismatched flow mapping end", "this '}' closes nothing", "close '[' with ']'"},
    {"flow sequence without a closing bracket", "a '[' is not closed", "close it with ']'"},
    {"flow mapping without a closing brace", "a '{' is not closed", "close it with '}'"},
    {"double-quoted scalar without closing quote", "this '\"' is not closed",
     "end the text with '\"'"},
    {"single-quoted scalar without closing quote", "this ' is not closed", "end the text with '"},
    {"invalid alias", "a text that begins with '*' needs quotes", "write \"...\" around the text"},
    {"invalid anchor", "a text that begins with '&' needs quotes", "write \"...\" around the text"},
    {"invalid tag", "a text that begins with '!' needs quotes", "write \"...\" around the text"},
    {"illegal block sequence on the same line as the tag",
     "a text that begins with '!' needs quotes", "write \"...\" around the text"},
    {"Unsupported directive", "a text that begins with '%' needs quotes",
     "write \"...\" around the text"},
    {"invalid comment after", "a comment needs a space before its '#'",
     "write ' #'; a text with a '#' in it needs quotes"},
    {"block sequence entries not allowed", "'- ' begins a list item here, but no list",
     "begin the list on a line of its own; a text that begins with '- ' needs quotes"},
    {"invalid nested block mapping on the same line", "a text with ': ' in it needs quotes",
     "write \"...\" around the text"},
    {"invalid mapping in plain multiline", "a text with ': ' in it needs quotes",
     "write \"...\" around the text"},
    {"block sequence on the same line as a mapping key",
     "a list cannot begin on the line of its key",
     "put each '- ' on a line of its own beneath the key; a text that begins with '- ' needs "
     "quotes"},
    {"block scalar no linebreak found", "the text behind '|' or '>' begins on the next line",
     "a text that begins with '|' or '>' needs quotes"},
    {"invalid mapping key (not allowed in this context)",
     "a text that begins with '? ' needs quotes", "write \"...\" around the text"},
    {"wrongly indented double-quoted scalar", "this '\"' is not closed", "end the text with '\"'"},
    {"wrongly indented single-quoted scalar", "this ' is not closed", "end the text with '"},
    {"wrongly indented", "a '{' or '[' before this is not closed", "close it with '}' or ']'"},
    {"invalid trailing content after single-quoted scalar", "something follows the closing '",
     "within '...' write '' for one '; or use \"...\""},
    {"invalid trailing content after double-quoted scalar", "something follows the closing '\"'",
     "within \"...\" write \\\" for one '\"'; or use '...'"},
};

class Explainer {
  public:
    Explainer(std::string_view text, const Events::Fault& fault,
              std::optional<std::uint32_t> bracket)
        : text_(text)
        , at_(std::min<std::size_t>(fault.at, text.size()))
        , says_(fault.expected)
        , bracket_(bracket) {}

    Explanation explain() const {
        if (const auto space = no_break_space_near()) return *space;
        if (bracket_)
            if (const auto told = within_brackets()) return *told;
        if (says("invalid multiline plain key") || says("could not find expected ':'") ||
            says("missing ':'") || says("did not find expected node content"))
            return line_without_colon();
        if (says("plain scalar cannot start with")) return needs_quotes();
        if (says("invalid escape")) return unknown_escape();
        for (const Row& row : rows)
            if (says(row.says)) return at(at_, std::string(row.text), std::string(row.fix));
        if (says_.empty()) return {{}, "this cannot be read as YAML", ""};
        return at(at_, "this cannot be read as YAML: " + says_);
    }

  private:
    bool says(std::string_view beginning) const { return says_.starts_with(beginning); }
    static Explanation at(std::size_t place, std::string text, std::string fix = {}) {
        const auto begin = static_cast<std::uint32_t>(place);
        return {{begin, begin + 1}, std::move(text), std::move(fix)};
    }
    std::size_t line_begin(std::size_t place) const {
        const std::size_t end = place == 0 ? std::string_view::npos : text_.rfind('\n', place - 1);
        return end == std::string_view::npos ? 0 : end + 1;
    }
    std::size_t next_line(std::size_t place) const {
        const std::size_t end = text_.find('\n', place);
        return end == std::string_view::npos ? text_.size() : end + 1;
    }
    /// The first byte of a line that is no space.
    std::size_t content(std::size_t begin) const {
        return std::min(text_.find_first_not_of(' ', begin), text_.size());
    }
    bool is_same_line(std::size_t a, std::size_t b) const { return line_begin(a) == line_begin(b); }

    /// It looks like a space, and is a letter to YAML.
    std::optional<Explanation> no_break_space_near() const {
        for (const std::size_t begin : {line_begin(at_), next_line(at_)}) {
            const std::size_t first = content(begin);
            if (text_.substr(first).starts_with(no_break_space))
                return at(first, "a no-break space (U+00A0) indents this line",
                          "indent it with ordinary spaces");
        }
        return std::nullopt;
    }

    std::optional<Explanation> within_brackets() const {
        const char open = text_[*bracket_];
        const std::string_view close = open == '{' ? "'}'" : "']'";
        if (says("block sequence") || says("did not find expected node content"))
            if (text_.substr(at_).starts_with("- "))
                return at(at_, "'- ' cannot stand within brackets",
                          "put each '- ' on a line of its own, without brackets");
        if (!says("missing comma") && !says("did not find expected") &&
            !says("invalid multiline") && !says("missing ':'") && !says("wrongly indented") &&
            !says("could not find") && !says("invalid value after mapping"))
            return std::nullopt;
        if (!is_same_line(*bracket_, at_))
            return at(*bracket_, std::string("this '") + open + "' is not closed",
                      "close it with " + std::string(close));
        if (at_ < text_.size() && text_[at_] == ':')
            return at(at_, "there is a second ': ' here",
                      "put ',' between two keys; a text with ': ' in it needs quotes");
        return at(at_, "',' is missing before this, or " + std::string(close));
    }

    /// A key is expected at the beginning of a line; within one the text goes on in the next.
    Explanation line_without_colon() const {
        const std::size_t begin = line_begin(at_);
        const std::string_view before = text_.substr(begin, at_ - begin);
        if (before.find_first_not_of(" -") != std::string_view::npos)
            return at(content(next_line(at_)), std::string(other_indent),
                      std::string(indent_alike));
        const std::string_view line = text_.substr(at_, text_.find('\n', at_) - at_);
        const std::size_t colon = line.find(':');
        if (colon != std::string_view::npos)
            return at(at_ + colon, "a space is missing behind ':'", "write 'key: value'");
        return at(at_, "':' is missing in this line", "write 'key: value'");
    }

    Explanation needs_quotes() const {
        const std::string begin(text_.substr(at_, 1));
        return at(at_, "a text that begins with '" + begin + "' needs quotes",
                  "write \"...\" around the text");
    }

    Explanation unknown_escape() const {
        const std::size_t mark = text_[at_] == '\\' ? at_ + 1 : at_;
        const std::string word(text_.substr(std::min(mark, text_.size()), 1));
        return at(at_, "there is no '\\" + word + "' in a text in \"...\"",
                  "write '\\\\' for a '\\'");
    }

    std::string_view text_;
    std::size_t at_;
    std::string says_;
    std::optional<std::uint32_t> bracket_;
};

} // namespace

Explanation explained(std::string_view text, const Events::Fault& fault,
                      std::optional<std::uint32_t> bracket) {
    return Explainer(text, fault, bracket).explain();
}

} // namespace rondix::yaml
