#include "flow/reading/yaml_tree.hpp"

#include "words/utf8.hpp"

#include <libfyaml.h>

#include <algorithm>
#include <map>
#include <memory>
#include <unordered_map>

namespace rondix::yaml {

namespace {

struct ParserEnd {
    void operator()(fy_parser* parser) const { fy_parser_destroy(parser); }
};
struct DiagEnd {
    void operator()(fy_diag* diag) const { fy_diag_destroy(diag); }
};

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

    bool take(fy_event* event);
    bool begin(fy_event* event, Kind kind, fy_token* anchor);
    bool end();
    bool scalar(fy_event* event);
    bool alias(fy_event* event);
    bool add(Node node, const std::string& anchor);
    bool fail(Slug slug, Place place, std::string text, std::string mend = {});
    void report_syntax(fy_diag* diag);
    void report_twice(const Node& map);
    Place place_of(fy_event* event) const;

    const Source& source_;
    const std::uint16_t file_;
    Findings& findings_;
    const Limits& limits_;
    std::vector<Open> open_;
    std::map<std::string, Node> anchors_;
    std::optional<Node> root_;
    std::size_t nodes_ = 0;
};

Place Builder::place_of(fy_event* event) const {
    const fy_mark* start = fy_event_start_mark(event);
    const fy_mark* end = fy_event_end_mark(event);
    if (!start) return {0, 0, file_};
    const auto begin = static_cast<std::uint32_t>(start->input_pos);
    const bool is_text = event->type == FYET_SCALAR || event->type == FYET_ALIAS;
    const auto stop = end && is_text ? static_cast<std::uint32_t>(end->input_pos) : begin + 1;
    return {begin, std::max(begin, stop), file_};
}

bool Builder::fail(Slug slug, Place place, std::string text, std::string mend) {
    rondix::add(findings_, slug, place, std::move(text)).mend = std::move(mend);
    return false;
}

/// libfyaml says what it expected; its place is a line and a column, both from 1.
void Builder::report_syntax(fy_diag* diag) {
    void* iterator = nullptr;
    const fy_diag_error* error = fy_diag_errors_iterate(diag, &iterator);
    if (!error) {
        fail(Slug::not_yaml, {0, 0, file_}, "this is not YAML");
        return;
    }
    std::uint32_t offset = 0;
    for (int line = 1; line < error->line && offset < source_.text().size(); ++offset)
        if (source_.text()[offset] == '\n') ++line;
    offset += static_cast<std::uint32_t>(std::max(0, error->column - 1));
    offset = std::min(offset, static_cast<std::uint32_t>(source_.text().size()));
    fail(Slug::not_yaml, {offset, offset + 1, file_},
         std::string("this is not YAML: ") + (error->msg ? error->msg : "syntax error"));
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

bool Builder::begin(fy_event* event, Kind kind, fy_token* anchor) {
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

bool Builder::scalar(fy_event* event) {
    Node node;
    node.place = place_of(event);
    node.text = text_of(event->scalar.value);
    node.plain = fy_token_scalar_style(event->scalar.value) == FYSS_PLAIN;
    return add(std::move(node), event->scalar.anchor ? text_of(event->scalar.anchor) : "");
}

bool Builder::alias(fy_event* event) {
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

bool Builder::take(fy_event* event) {
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
    fy_diag_cfg diag_config{};
    fy_diag_cfg_default(&diag_config);
    diag_config.fp = nullptr;
    diag_config.output_fn = [](fy_diag*, void*, const char*, std::size_t) {};
    const std::unique_ptr<fy_diag, DiagEnd> diag(fy_diag_create(&diag_config));
    fy_diag_set_collect_errors(diag.get(), true);
    const fy_parse_cfg config{"", fy_parse_cfg_flags(FYPCF_QUIET | FYPCF_DISABLE_MMAP_OPT), nullptr,
                              diag.get()};
    const std::unique_ptr<fy_parser, ParserEnd> parser(fy_parser_create(&config));
    if (fy_parser_set_string(parser.get(), source_.text().data(), source_.text().size()) != 0) {
        fail(Slug::not_yaml, {0, 0, file_}, "this is not YAML");
        return std::nullopt;
    }
    while (fy_event* event = fy_parser_parse(parser.get())) {
        const bool ended = event->type == FYET_STREAM_END;
        const bool good = take(event);
        fy_parser_event_free(parser.get(), event);
        if (!good) return std::nullopt;
        if (ended) return root_;
    }
    report_syntax(diag.get());
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
