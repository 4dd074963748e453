#include "yaml/yaml_tree.hpp"

#include "words/utf8.hpp"
#include "yaml/yaml_faults.hpp"

#include <algorithm>
#include <map>
#include <unordered_map>

namespace rondix::yaml {

namespace {

std::string text_of(fy_token* token) {
    std::size_t length = 0;
    const char* text = fy_token_get_text(token, &length);
    return text ? std::string(text, length) : std::string();
}

/// Whether a text in lines of its own (`|`, `>`) is what stands there, but for its blanks and ends
/// of lines. Where the `|` stands on a line of its own, the library gets its length wrong: it cuts
/// some off, or adds what happens to lie in memory.
bool is_what_stands_there(std::string_view text, std::string_view written) {
    const auto next = [](std::string_view in, std::size_t from) {
        return std::min(in.find_first_not_of(" \t\r\n", from), in.size());
    };
    std::size_t a = next(text, 0), b = next(written, 0);
    while (a < text.size() && b < written.size() && text[a] == written[b])
        a = next(text, a + 1), b = next(written, b + 1);
    return a == text.size() && b == written.size();
}

/// Builds the tree from events, one method for each kind of event. Stops at the first fault.
class Builder {
  public:
    Builder(const Source& source, std::uint16_t file, Findings& findings, const Limits& limits)
        : source_(source)
        , file_(file)
        , findings_(findings)
        , limits_(limits) {}

    std::optional<Node> build();

  private:
    struct Open {
        Node node;
        std::string anchor;
    };

    bool take(const fy_event* event);
    bool begin(const fy_event* event, Kind kind, fy_token* anchor);
    bool end();
    bool scalar(const fy_event* event);
    bool alias(const fy_event* event);
    bool is_further_in(const SourceRange& lines) const;
    bool add(Node node, const std::string& anchor);
    bool fail(RuleId rule, SourceRange place, std::string text, std::string fix = {});
    void report_syntax(const Events::Fault& fault);
    void report_twice(const Node& map);
    SourceRange place_of(const fy_event* event) const;

    const Source& source_;
    const std::uint16_t file_;
    Findings& findings_;
    const Limits& limits_;
    std::vector<Open> open_;
    std::map<std::string, Node> anchors_;
    std::optional<Node> root_;
    std::size_t nodes_ = 0;
};

SourceRange Builder::place_of(const fy_event* event) const {
    const Stretch stretch = stretch_of(*event);
    const bool is_text = event->type == FYET_SCALAR || event->type == FYET_ALIAS;
    return {stretch.begin, is_text ? stretch.end : stretch.begin + 1, file_};
}

bool Builder::fail(RuleId rule, SourceRange place, std::string text, std::string fix) {
    rondix::add_finding(findings_, rule, place, std::move(text)).fix = std::move(fix);
    return false;
}

void Builder::report_syntax(const Events::Fault& fault) {
    std::optional<std::uint32_t> bracket;
    if (!open_.empty()) {
        const std::uint32_t begin = open_.back().node.place.begin;
        const std::string_view text = source_.text();
        if (begin < text.size() && (text[begin] == '{' || text[begin] == '[')) bracket = begin;
    }
    Explanation told = explained(source_.text(), fault, bracket);
    const std::uint32_t end = fault.expected.empty() ? 0 : told.stretch.end;
    fail(RuleId::not_yaml, {told.stretch.begin, end, file_}, std::move(told.text),
         std::move(told.fix));
}

bool Builder::add(Node node, const std::string& anchor) {
    if (!anchor.empty()) {
        nodes_ += node.size;
        if (nodes_ > limits_.nodes)
            return fail(RuleId::alias_flood, node.place, "aliases expand to too much here");
        anchors_.insert_or_assign(anchor, node);
    }
    if (open_.empty()) {
        root_ = std::move(node);
        return true;
    }
    open_.back().node.size += node.size;
    open_.back().node.children.push_back(std::move(node));
    return true;
}

bool Builder::begin(const fy_event* event, Kind kind, fy_token* anchor) {
    const SourceRange place = place_of(event);
    if (open_.size() >= limits_.depth)
        return fail(RuleId::too_deep, place, "values are nested too deeply here");
    Node node;
    node.kind = kind;
    node.place = place;
    open_.push_back({std::move(node), anchor ? text_of(anchor) : std::string()});
    return true;
}

bool Builder::end() {
    Open done = std::move(open_.back());
    open_.pop_back();
    if (done.node.kind == Kind::map) report_twice(done.node);
    return add(std::move(done.node), done.anchor);
}

bool Builder::scalar(const fy_event* event) {
    Node node;
    node.place = place_of(event);
    node.text = text_of(event->scalar.value);
    const fy_scalar_style style = fy_token_scalar_style(event->scalar.value);
    node.plain = style == FYSS_PLAIN;
    const auto written = std::string_view(source_.text())
                             .substr(node.place.begin, node.place.end - node.place.begin);
    const bool in_lines = style == FYSS_LITERAL || style == FYSS_FOLDED;
    if (in_lines && !is_further_in(node.place))
        return fail(RuleId::not_yaml, {node.place.begin, node.place.begin + 1, file_},
                    "the lines of this text are not further in than its key",
                    "put blanks before each of them");
    if (in_lines && !is_what_stands_there(node.text, written))
        return fail(RuleId::not_yaml, {node.place.begin, node.place.begin + 1, file_},
                    "this text in several lines cannot be read",
                    "write the '|' or '>' behind the key: 'text: |'");
    return add(std::move(node), event->scalar.anchor ? text_of(event->scalar.anchor) : "");
}

/// Than what it is the value of. (Behind an empty line the library takes what is not.)
bool Builder::is_further_in(const SourceRange& lines) const {
    const std::string_view text = source_.text();
    const std::size_t first = text.find_first_not_of(" \r\n", lines.begin);
    if (open_.empty() || first >= lines.end) return true; // nothing stands there
    const Node& around = open_.back().node;
    const bool is_map = around.kind == Kind::map && !around.children.empty();
    const std::uint32_t outer = is_map ? around.children.back().place.begin : around.place.begin;
    const auto column = [&](std::size_t at) {
        return at == 0 ? 0 : at - (text.rfind('\n', at - 1) + 1); // npos + 1 is 0
    };
    return column(first) > column(outer);
}

bool Builder::alias(const fy_event* event) {
    const std::string name = text_of(event->alias.anchor);
    const SourceRange place = place_of(event);
    const auto found = anchors_.find(name);
    if (found == anchors_.end())
        return fail(RuleId::not_yaml, place, "there is no '&" + name + "' before this",
                    "a text that begins with '*' needs quotes");
    nodes_ += found->second.size;
    if (nodes_ > limits_.nodes)
        return fail(RuleId::alias_flood, place, "aliases expand to too much here");
    return add(found->second, {});
}

/// Two keys alike in one map: the second is the finding, the first is shown beside it.
void Builder::report_twice(const Node& map) {
    std::unordered_map<std::string_view, SourceRange> seen;
    for (std::size_t i = 0; i + 1 < map.children.size(); i += 2) {
        const Node& key = map.children[i];
        if (key.kind != Kind::text) continue;
        const auto [first, is_new] = seen.try_emplace(key.text, key.place);
        if (is_new) continue;
        fail(RuleId::given_twice, key.place, "'" + key.text + "' is given twice");
        findings_.back().also.push_back({first->second, "it is given first here"});
    }
}

bool Builder::take(const fy_event* event) {
    if (++nodes_ > limits_.nodes)
        return fail(RuleId::too_large, place_of(event), "this file holds more than a flow may");
    switch (event->type) {
    case FYET_DOCUMENT_START:
        if (!root_) return true;
        return fail(RuleId::not_a_flow, place_of(event), "a second document begins here",
                    "keep one document in a file");
    case FYET_MAPPING_START: return begin(event, Kind::map, event->mapping_start.anchor);
    case FYET_SEQUENCE_START: return begin(event, Kind::list, event->sequence_start.anchor);
    case FYET_MAPPING_END:
    case FYET_SEQUENCE_END: return end();
    case FYET_SCALAR: return scalar(event);
    case FYET_ALIAS: return alias(event);
    default: return true;
    }
}

std::optional<Node> Builder::build() {
    Events events(source_.text());
    while (const fy_event* event = events.next()) {
        if (!take(event)) return std::nullopt;
        if (event->type == FYET_STREAM_END) return root_;
    }
    report_syntax(events.fault());
    return std::nullopt;
}

} // namespace

std::optional<Node> read(const Source& source, std::uint16_t file, Findings& findings,
                         const Limits& limits) {
    const auto fault = [&](RuleId rule, std::uint32_t at, std::string text) -> std::optional<Node> {
        add_finding(findings, rule, {at, at + 1, file}, std::move(text));
        return std::nullopt;
    };
    if (source.text().size() > limits.bytes)
        return fault(RuleId::too_large, 0, "this file is too large");
    if (const auto bad = first_bad_byte(source.text()))
        return fault(RuleId::not_utf8, static_cast<std::uint32_t>(*bad),
                     "this byte is not UTF-8 text, or is a control character");
    const std::size_t before = findings.size();
    std::optional<Node> root = Builder(source, file, findings, limits).build();
    if (root || findings.size() > before) return root;
    return fault(RuleId::not_a_flow, 0, "this file is empty");
}

} // namespace rondix::yaml
