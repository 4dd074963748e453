#include "reading/place_reader.hpp"

#include "reading/style_reader.hpp"
#include "reading/values.hpp"

#include <algorithm>

namespace rondix {

namespace {

using grammar::Owner;

// In the order of Edge, across and down.
const std::vector<std::string_view> points = {"top-left",    "top",    "top-right",
                                              "left",        "middle", "right",
                                              "bottom-left", "bottom", "bottom-right"};

class FormReader {
  public:
    FormReader(const MapReader& map, const Source& source, Findings& findings)
        : map_(map)
        , source_(source)
        , findings_(findings) {}

    /// Fills in what is said; the rest stays as it is.
    void read(FlowForm& into) {
        BoxForm& form = into.form;
        if (auto at = values("at")) {
            if (const auto point = at->one_of(points)) {
                form.across.anchor = Edge(*point % 3);
                form.down.anchor = Edge(*point / 3);
                into.anchored = true;
            }
        }
        if (auto offset = values("offset"))
            if (const auto pair = offset->pair()) {
                form.across.offset = pair->x;
                form.down.offset = pair->y;
            }
        if (auto both = values("size"))
            if (const auto size = both->size()) {
                fix(form.across, size->width, into.sized_across);
                fix(form.down, size->height, into.sized_down);
            }
        read_extent("width", form.across, into.sized_across);
        read_extent("height", form.down, into.sized_down);
        if (auto margin = values("margin"))
            if (const auto sides = margin->sides()) {
                form.across.margin_start = (*sides)[0];
                form.down.margin_start = (*sides)[1];
                form.across.margin_end = (*sides)[2];
                form.down.margin_end = (*sides)[3];
            }
        if (auto rotate = values("rotate"))
            if (const auto degrees = rotate->degrees()) form.rotate = *degrees;
    }

    void read_group(FlowForm& into) {
        BoxForm& form = into.form;
        if (auto as = values("as"))
            if (const auto word = as->one_of({"overlay", "column", "row", "grid"}))
                form.arrangement = Arrangement(*word);
        if (auto columns = values("columns"))
            if (const auto number = columns->number())
                form.columns = static_cast<std::uint16_t>(std::clamp(*number, 1.0F, 1000.0F));
        if (auto gap = values("gap"))
            if (const auto size = gap->margins()) {
                form.gap_across = size->width;
                form.gap_down = size->height;
            }
        if (auto padding = values("padding"))
            if (const auto sides = padding->sides()) form.padding = *sides;
        if (auto align = values("align"))
            if (const auto word = align->one_of({"start", "middle", "end", "fill"})) {
                form.align_fill = *word == 3;
                if (*word < 3) form.align = Edge(*word);
            }
        if (auto pack = values("pack"))
            if (const auto word = pack->one_of({"start", "middle", "end", "apart"})) {
                form.apart = *word == 3;
                if (*word < 3) form.pack = Edge(*word);
            }
        if (auto scroll = values("scroll"); scroll && scroll->count() > 0)
            into.scroll = scroll->words()[0].place;
        if (auto scroll = values("scroll"))
            if (const auto word = scroll->one_of({"down", "across", "both", "none"})) {
                form.scrolls_down = *word == 0 || *word == 2;
                form.scrolls_across = *word == 1 || *word == 2;
            }
    }

    /// They stay until the next ones are asked for.
    std::optional<Values> values(std::string_view key) {
        const yaml::Node* node = map_.find(key);
        if (!node) return std::nullopt;
        auto words = words_of_value(*node, source_, key, findings_);
        if (!words) return std::nullopt;
        words_ = std::move(*words);
        return Values(key, words_, node->place, findings_);
    }

  private:
    static void fix(Span& span, float size, bool& said) {
        span.extent = Extent::fixed;
        span.size = size;
        said = true;
    }

    void read_extent(std::string_view key, Span& span, bool& said) {
        auto value = values(key);
        if (!value) return;
        const std::string_view word =
            value->count() == 1 ? std::string_view(value->words()[0].text) : std::string_view();
        if (word == "all" || word == "content") {
            span.extent = word == "all" ? Extent::stretch : Extent::content;
            said = true;
        } else if (const auto number = value->number()) {
            fix(span, *number, said);
        }
    }

    const MapReader& map_;
    const Source& source_;
    Findings& findings_;
    std::vector<Name> words_;
};

} // namespace

std::optional<FlowForm> read_place(const yaml::Node& node, const Source& source,
                                   std::optional<FlowForm>& portrait, Findings& findings) {
    const MapReader map(node, Owner::place, findings);
    if (!map.good()) return std::nullopt;
    FlowForm form;
    form.place = node.place;
    FormReader(map, source, findings).read(form);
    if (const yaml::Node* tall = map.find("portrait")) {
        const MapReader changes(*tall, Owner::tall_place, findings);
        portrait = form;
        portrait->place = tall->place;
        if (changes.good()) FormReader(changes, source, findings).read(*portrait);
    }
    return form;
}

std::optional<float> read_length(const MapReader& map, std::string_view key, const Source& source,
                                 Findings& findings) {
    FormReader reader(map, source, findings);
    auto words = reader.values(key);
    return words ? words->number() : std::nullopt;
}

void read_box_keys(const MapReader& map, const Source& source, FlowBox& box, Findings& findings) {
    if (const yaml::Node* node = map.find("place"))
        box.landscape = read_place(*node, source, box.portrait, findings);
    if (map.find("in")) box.group = map.name("in");
    if (map.find("file")) box.picture = map.name("file");
    box.style = read_style_use(map, "style", source, findings);
    box.bleeds = map.yes_no("bleed").value_or(false);
}

void read_group(const yaml::Node& node, const Source& source, FlowGroup& group,
                Findings& findings) {
    const MapReader map(node, Owner::group, findings);
    if (!map.good()) return;
    FormReader reader(map, source, findings);
    FlowForm form;
    form.place = node.place;
    form.form.arrangement = Arrangement::column;
    form.form.align_fill = true;
    reader.read(form);
    reader.read_group(form);
    if (const yaml::Node* tall = map.find("portrait")) {
        const MapReader changes(*tall, Owner::tall_group, findings);
        group.box.portrait = form;
        group.box.portrait->place = tall->place;
        if (changes.good()) {
            FormReader tall_reader(changes, source, findings);
            tall_reader.read(*group.box.portrait);
            tall_reader.read_group(*group.box.portrait);
            if (auto each = tall_reader.values("item-size")) group.each[1] = each->size();
        }
    }
    group.box.landscape = form;
    if (auto each = reader.values("item-size")) {
        group.each[0] = each->size();
        if (!group.each[1]) group.each[1] = group.each[0];
    }
    if (map.find("in")) group.box.group = map.name("in");
    group.box.style = read_style_use(map, "style", source, findings);
    group.box.bleeds = map.yes_no("bleed").value_or(false);
}

} // namespace rondix
