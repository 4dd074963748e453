#include "reading/condition.hpp"

#include "reading/text_part.hpp"
#include "rondix/tools/names.hpp"

namespace rondix {

namespace {

/// Brackets and chains of `not` may nest this deep.
constexpr int deepest = 50;
/// More flags than this in one condition are a slip, or an attack.
constexpr std::size_t max_tokens = 1000;

class Parser {
  public:
    Parser(const yaml::Node& node, const Source& source, Findings& findings)
        : node_(node)
        , source_(source)
        , findings_(findings) {}

    std::optional<Condition> parse() {
        split();
        if (tokens_.size() > max_tokens) return fail(node_.place, "this condition is too long");
        std::optional<Condition> condition = either(0);
        if (condition && next_ < tokens_.size())
            return fail(tokens_[next_].place,
                        "'" + tokens_[next_].text + "' is not expected here, but 'and' or 'or'");
        return condition;
    }

  private:
    /// Into words and brackets; of what is too long, only so much that it shows.
    void split() {
        const std::string& text = node_.text;
        for (std::size_t i = 0; i < text.size() && tokens_.size() <= max_tokens;) {
            std::size_t end = i + 1;
            if (text[i] == ' ' || text[i] == '\t' || text[i] == '\n') {
                i = end;
                continue;
            }
            if (text[i] != '(' && text[i] != ')')
                end = std::min(text.find_first_of(" \t\n()", i), text.size());
            tokens_.push_back({text.substr(i, end - i), part_of(node_, source_, i, end - i)});
            i = end;
        }
    }

    bool accept(std::string_view word) {
        if (next_ >= tokens_.size() || tokens_[next_].text != word) return false;
        ++next_;
        return true;
    }

    std::nullopt_t fail(SourceRange place, std::string text) {
        add_finding(findings_, RuleId::bad_condition, place, std::move(text)).fix =
            "combine flags with 'and', 'or', 'not' and parentheses, and settings with 'is', "
            "'above' and "
            "'below': 'saved-voyage and not (fog or music above 50)'";
        return std::nullopt;
    }

    std::optional<Condition> either(int depth) {
        return chain("or", Condition::Kind::either, [&] {
            return chain("and", Condition::Kind::both, [&] { return single(depth); });
        });
    }

    template <class Part>
    std::optional<Condition> chain(std::string_view word, Condition::Kind kind, Part part) {
        std::optional<Condition> left = part();
        while (left && accept(word)) {
            std::optional<Condition> right = part();
            if (!right) return std::nullopt;
            Condition both;
            both.kind = kind;
            both.parts.push_back(std::move(*left));
            both.parts.push_back(std::move(*right));
            left = std::move(both);
        }
        return left;
    }

    std::optional<Condition> single(int depth) {
        if (depth > deepest) return fail(node_.place, "this condition is nested too deeply");
        if (next_ >= tokens_.size()) return fail(node_.place, "a flag is missing here");
        const Name token = tokens_[next_++];
        if (token.text == "not") {
            std::optional<Condition> part = single(depth + 1);
            if (!part) return std::nullopt;
            Condition negation;
            negation.kind = Condition::Kind::negation;
            negation.parts.push_back(std::move(*part));
            return negation;
        }
        if (token.text == "(") {
            std::optional<Condition> inner = either(depth + 1);
            if (inner && !accept(")")) return fail(token.place, "this '(' is not closed");
            return inner;
        }
        if (!is_name(token.text) || token.text == "and" || token.text == "or")
            return fail(token.place, "'" + token.text + "' is not expected here, but a flag");
        Condition one;
        one.subject = token;
        if (token.text == "scene" && is_of_scene()) return of_scene(std::move(one));
        if (accept("has")) {
            if (!accept("rows"))
                return fail(token.place,
                            "'has' is followed by 'rows': '" + token.text + " has rows'");
            one.kind = Condition::Kind::has_rows;
            return one;
        }
        one.kind = accept("is")      ? Condition::Kind::is
                   : accept("above") ? Condition::Kind::above
                   : accept("below") ? Condition::Kind::below
                                     : Condition::Kind::flag;
        if (one.kind == Condition::Kind::flag) return one;
        if (next_ >= tokens_.size())
            return fail(token.place, "what '" + token.text + "' should be is missing");
        one.value = tokens_[next_++];
        return one;
    }

    /// A flag or a list may be called so as well: `scene`, `scene has rows`.
    bool is_of_scene() const {
        const auto word = [&](std::size_t at) {
            return at < tokens_.size() ? std::string_view(tokens_[at].text) : std::string_view{};
        };
        return word(next_) == "is" || (word(next_) == "has" && word(next_ + 1) != "rows");
    }

    /// `scene is reef`, `scene has next`.
    std::optional<Condition> of_scene(Condition one) {
        const bool is = accept("is");
        if (!is) accept("has");
        if (next_ >= tokens_.size())
            return fail(one.subject.place, is ? "the name of a scene is missing behind 'scene is'"
                                              : "'scene has' is followed by 'next' or 'previous'");
        one.kind = is ? Condition::Kind::scene_is : Condition::Kind::scene_has;
        one.value = tokens_[next_++];
        if (!is && one.value.text != "next" && one.value.text != "previous")
            return fail(one.value.place, "'scene has' is followed by 'next' or 'previous', not '" +
                                             one.value.text + "'" +
                                             suggestion(one.value.text, {"next", "previous"}).text);
        return one;
    }

    const yaml::Node& node_;
    const Source& source_;
    Findings& findings_;
    std::vector<Name> tokens_;
    std::size_t next_ = 0;
};

} // namespace

std::optional<Condition> read_condition(const yaml::Node& node, const Source& source,
                                        Findings& findings) {
    if (node.kind != yaml::Kind::text || node.text.empty()) {
        add_finding(findings, RuleId::wrong_type, node.place,
                    "a condition is expected here, such as 'saved-voyage'");
        return std::nullopt;
    }
    return Parser(node, source, findings).parse();
}

} // namespace rondix
