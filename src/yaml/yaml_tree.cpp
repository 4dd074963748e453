#include "yaml/yaml_tree.hpp"

#include "words/utf8.hpp"
#include "yaml/yaml_events.hpp"

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
    bool add(Node node, const std::string& anchor);
    bool fail(Slug slug, Place place, std::string text, std::string mend = {});
    void report_syntax(const Events::Fault& fault);
    void report_twice(const Node& map);
    Place place_of(const fy_event* event) const;

    const Source& source_;
    const std::uint16_t file_;
    Findings& findings_;
    const Limits& limits_;
    std::vector<Open> open_;
    std::map<std::string, Node> anchors_;
    std::optional<Node> root_;
    std::size_t nodes_ = 0;
};

Place Builder::place_of(const fy_event* event) const {
    const Stretch stretch = stretch_of(*event);
    const bool is_text = event->type == FYET_SCALAR || event->type == FYET_ALIAS;
    return {stretch.begin, is_text ? stretch.end : stretch.begin + 1, file_};
}

bool Builder::fail(Slug slug, Place place, std::string text, std::string mend) {
    rondix::add(findings_, slug, place, std::move(text)).mend = std::move(mend);
    return false;
}

void Builder::report_syntax(const Events::Fault& fault) {
    const std::string expected = fault.expected.empty() ? "" : ": " + fault.expected;
    const std::uint32_t end = fault.expected.empty() ? 0 : fault.at + 1;
    fail(Slug::not_yaml, {fault.at, end, file_}, "this is not YAML" + expected);
}

bool Builder::add(Node node, const std::string& anchor) {
    if (!anchor.empty()) {
        nodes_ += node.size;
        if (nodes_ > limits_.nodes)
            return fail(Slug::alias_flood, node.place, "aliases expand to too much here");
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
    const Place place = place_of(event);
    if (open_.size() >= limits_.depth)
        return fail(Slug::too_deep, place, "values are nested too deep here");
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
    node.plain = fy_token_scalar_style(event->scalar.value) == FYSS_PLAIN;
    return add(std::move(node), event->scalar.anchor ? text_of(event->scalar.anchor) : "");
}

bool Builder::alias(const fy_event* event) {
    const std::string name = text_of(event->alias.anchor);
    const Place place = place_of(event);
    const auto found = anchors_.find(name);
    if (found == anchors_.end())
        return fail(Slug::not_yaml, place, "nothing before this is marked '&" + name + "'");
    nodes_ += found->second.size;
    if (nodes_ > limits_.nodes)
        return fail(Slug::alias_flood, place, "aliases expand to too much here");
    return add(found->second, {});
}

/// Two keys alike in one map: the second is the finding, the first is shown beside it.
void Builder::report_twice(const Node& map) {
    std::unordered_map<std::string_view, Place> seen;
    for (std::size_t i = 0; i + 1 < map.children.size(); i += 2) {
        const Node& key = map.children[i];
        if (key.kind != Kind::text) continue;
        const auto [first, is_new] = seen.try_emplace(key.text, key.place);
        if (is_new) continue;
        fail(Slug::given_twice, key.place, "'" + key.text + "' stands here a second time");
        findings_.back().also.push_back({first->second, "the first one is here"});
    }
}

bool Builder::take(const fy_event* event) {
    if (++nodes_ > limits_.nodes)
        return fail(Slug::too_large, place_of(event), "this file holds more than any flow needs");
    switch (event->type) {
    case FYET_DOCUMENT_START:
        if (!root_) return true;
        return fail(Slug::not_a_flow, place_of(event), "a second document begins here",
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
    const auto fault = [&](Slug slug, std::uint32_t at, std::string text) -> std::optional<Node> {
        add(findings, slug, {at, at + 1, file}, std::move(text));
        return std::nullopt;
    };
    if (source.text().size() > limits.bytes)
        return fault(Slug::too_large, 0, "this file is too large");
    if (const auto bad = first_bad_byte(source.text()))
        return fault(Slug::not_utf8, static_cast<std::uint32_t>(*bad),
                     "this byte is not UTF-8 text, or is a control character");
    const std::size_t before = findings.size();
    std::optional<Node> root = Builder(source, file, findings, limits).build();
    if (root || findings.size() > before) return root;
    return fault(Slug::not_a_flow, 0, "this file is empty");
}

} // namespace rondix::yaml
