// What is changed where something looks wrong: places, sizes, styles, routes.
#include "fix/look_proposals.hpp"

#include "reading/style_words.hpp"

#include "fix/maker.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

namespace rondix {

namespace {

constexpr float good_target = 48; // in units of the design: twice what is asked for

/// A map of the file: the text that it stands in, and a byte within it.
struct MapSpot {
    std::uint16_t file = 0;
    std::uint32_t at = 0;
};

class LookProposals : ProposalMaker {
  public:
    LookProposals(const FlowFile& file, const Finding& finding)
        : ProposalMaker(file, finding) {
        for (const FlowScreen& screen : flow_.screens) {
            const auto& heading = screen.looks.heading;
            if (heading && heading->landscape && begins_here(heading->landscape->place))
                take(screen, *heading, "title");
            for (const FlowControl& control : screen.controls) {
                if (begins_here(control.id.place)) take(screen, control.box, style_of(control));
                for (const FlowPiece& piece : control.pieces)
                    if (begins_here(piece.place))
                        take(screen, piece.box, piece.text.empty() ? "picture" : "label");
            }
        }
    }

    std::vector<Fix> make() {
        if (box_ == nullptr) return {};
        switch (finding_.rule) {
        case RuleId::off_canvas:
        case RuleId::outside_safe:
        case RuleId::overlap: stand_elsewhere(); break;
        case RuleId::covered: draw_cover_first(); break;
        case RuleId::small_target: be_larger(); break;
        case RuleId::text_too_long:
        case RuleId::tight_text: have_more_room(); break;
        case RuleId::low_contrast: change_ink(); break;
        case RuleId::faint_focus: show_the_focus(); break;
        case RuleId::stretched_picture: set_in_style("fit", "inside"); break;
        case RuleId::stranded: drop_a_route(); break;
        default: break;
        }
        return std::move(all_);
    }

  private:
    void take(const FlowScreen& screen, const FlowBox& box, const char* usual_style) {
        screen_ = &screen;
        box_ = &box;
        usual_style_ = usual_style;
    }

    static const char* style_of(const FlowControl& control) {
        switch (control.kind) {
        case ControlKind::button: return "button";
        case ControlKind::label: return "label";
        case ControlKind::picture: return "picture";
        case ControlKind::panel: return "panel";
        case ControlKind::list: return "list";
        case ControlKind::pages:
        case ControlKind::toggle:
        case ControlKind::slider:
        case ControlKind::choice:
        case ControlKind::text_field:
        case ControlKind::binding: break;
        }
        return "setting";
    }

    // --- maps

    const std::string& text_in(std::uint16_t file) const { return file_.sources[file].text(); }

    /// Within a map whose first character stands there.
    std::optional<MapSpot> within(const SourceRange& place) const {
        if (!place.known() || file_.sources[place.file].is_in_code()) return std::nullopt;
        const bool bracket = text_in(place.file)[place.begin] == '{';
        return MapSpot{place.file, place.begin + (bracket ? 1 : 0)};
    }

    std::optional<std::string> value(const MapSpot& map, std::string_view key) const {
        const auto place = Layout(file_.sources[map.file], map.file).value_of(map.at, key);
        if (!place) return std::nullopt;
        return text_in(place->file).substr(place->begin, place->end - place->begin);
    }

    /// Says `key: words` in a map, instead of what is said there.
    void set(const MapSpot& map, const std::string& key, const std::string& words) {
        const Layout layout(file_.sources[map.file], map.file);
        std::string what = "say '";
        what += key + ": " + words + "'";
        if (const auto place = layout.value_of(map.at, key))
            replace(*place, words, what);
        else
            add(what, layout.add_beside(map.at, key + ": " + words));
    }

    void drop(const MapSpot& map, std::string_view key) {
        const Layout layout(file_.sources[map.file], map.file);
        const auto place = layout.value_of(map.at, key);
        if (!place) return;
        std::string what = "remove its '";
        what += std::string(key) + ": " + value(map, key).value_or("") + "'";
        add(what, layout.drop_entry(place->begin));
    }

    /// The map that says all of it: a control, a piece, or the heading, which is a place itself.
    MapSpot own_map() const { return *within(finding_.place); }

    std::optional<MapSpot> place_map() const {
        return box_->landscape ? within(box_->landscape->place) : std::nullopt;
    }

    // --- places

    void stand_elsewhere() {
        if (finding_.rule == RuleId::overlap) move_away();
        if (const auto place = place_map()) drop(*place, "offset");
        if (finding_.rule == RuleId::outside_safe) set(own_map(), "bleed", "yes");
        drop(own_map(), "place");
    }

    /// Down or up from what it lies over.
    void move_away() {
        const auto place = place_map();
        if (!place) return;
        const BoxForm& form = box_->landscape->form;
        for (const float by : {16, 32, 64, 96, -32, -64, -96})
            set(*place, "offset",
                fmt::format("{:g} {:g}", form.across.offset, form.down.offset + by));
    }

    /// Before it, or before all: what stands in a group is drawn where its first control stands.
    void draw_cover_first() {
        if (finding_.also.empty() || !is_here(finding_.also[0].place)) return;
        for (const std::uint32_t before : {at_, screen_->controls[0].id.place.begin})
            if (auto edits = layout_.move_item(finding_.also[0].place.begin, before))
                all_.push_back({"draw what hides it first", std::move(*edits), false});
    }

    void be_larger() {
        const auto& form = box_->landscape;
        const auto side = [](const Span& span, bool sized) {
            return std::max(sized ? span.size : 0, good_target);
        };
        const std::string size = fmt::format(
            "{:g}x{:g}", form ? side(form->form.across, form->sized_across) : good_target,
            form ? side(form->form.down, form->sized_down) : good_target);
        if (const auto place = place_map())
            set(*place, "size", size);
        else
            set(own_map(), "place", "{ size: " + size + " }");
        if (screen_->looks.layout) set_each(size);
    }

    void set_each(const std::string& size) {
        const auto& form = screen_->looks.layout->box.landscape;
        if (const auto layout = form ? within(form->place) : std::nullopt)
            set(*layout, "item-size", size);
    }

    /// Wider by a quarter, by a half, and so on: where its width is said.
    void have_more_room() {
        const auto& own = box_->landscape;
        const auto& group = screen_->looks.layout;
        for (const double more : {1.25, 1.5, 2.0, 3.0, 5.0}) {
            const auto wider = [&](double width) { return std::ceil(width * more / 10) * 10; };
            const auto place = place_map();
            if (place && own->sized_across && own->form.across.size > 0) {
                widen(*place, wider(own->form.across.size));
            } else if (group && group->box.landscape && group->box.landscape->place.known()) {
                const MapSpot layout = *within(group->box.landscape->place);
                const float width = group->box.landscape->form.across.size;
                if (group->each[0])
                    set_each(fmt::format("{:g}x{:g}", wider(group->each[0]->width),
                                         group->each[0]->height));
                else
                    set(layout, "width", fmt::format("{:g}", wider(width > 0 ? width : 300)));
            } else if (!group) {
                add_layout(wider(300));
            }
        }
    }

    void widen(const MapSpot& place, double width) {
        const auto size = value(place, "size");
        const std::size_t by = size ? size->find('x') : std::string::npos;
        if (by != std::string::npos)
            set(place, "size", fmt::format("{:g}", width) + size->substr(by));
        else
            set(place, "width", fmt::format("{:g}", width));
    }

    void add_layout(double width) {
        const std::string layout = fmt::format("layout: {{ width: {:g} }}", width);
        if (is_here(screen_->id.place))
            add("say '" + layout + "'", layout_.add_under(screen_->id.place, layout));
    }

    // --- styles

    /// The style that it has: written there, or in a theme.
    const FlowStyle* style() const {
        const auto& use = box_->style;
        if (!use) return nullptr;
        const bool in_place = std::any_of(use->style.states.begin(), use->style.states.end(),
                                          [](const auto& lines) { return !lines.empty(); });
        if (in_place) return &use->style;
        for (std::size_t i = flow_.themes.size(); i-- > 0;) // later ones win
            for (const FlowStyle& style : flow_.themes[i].styles)
                if (use->style.like && style.id.text == use->style.like->text &&
                    style.id.place.known())
                    return &style;
        return nullptr;
    }

    static std::optional<MapSpot> state_map(const FlowStyle& style, std::size_t state) {
        if (style.states[state].empty()) return std::nullopt;
        const SourceRange& place = style.states[state].front().key.place;
        if (!place.known()) return std::nullopt;
        return MapSpot{place.file, place.begin};
    }

    void set_in_style(const std::string& key, const std::string& words) {
        if (const FlowStyle* own = style()) {
            if (const auto map = state_map(*own, 0)) return set(*map, key, words);
        }
        std::string like = usual_style_;
        if (box_->style && box_->style->style.like) like = box_->style->style.like->text;
        std::string words_of_style = "{ extends: ";
        words_of_style += like + ", " + key + ": " + words + " }";
        set(own_map(), "style", words_of_style);
    }

    void change_ink() {
        for (const char* ink : {"\"#ffffff\"", "\"#000000\""}) {
            if (const FlowStyle* own = style())
                for (std::size_t i = 1; i < std::size(state_names); ++i)
                    if (finding_.state == state_names[i])
                        if (const auto map = state_map(*own, i)) set(*map, "text-color", ink);
            set_in_style("text-color", ink);
        }
    }

    void show_the_focus() {
        const FlowStyle* own = style();
        const auto focused = own ? state_map(*own, 1) : std::nullopt;
        if (!focused) return set_in_style("focused", "{ scale: 125% }");
        const std::string& text = text_in(focused->file);
        const std::size_t key = text.rfind("focused", focused->at);
        if (key != std::string::npos && own->like)
            add("remove its 'focused', which has no visible effect",
                Layout(file_.sources[focused->file], focused->file)
                    .drop_entry(static_cast<std::uint32_t>(key)));
        for (const char* fill : {"\"#ffffff\"", "\"#000000\""}) set(*focused, "fill", fill);
        set(*focused, "scale", "125%");
    }

    // --- routes

    void drop_a_route() {
        static constexpr std::array names = {"up", "down", "left", "right"};
        for (const FlowControl& control : screen_->controls)
            for (const FlowRoute& route : control.routes)
                if (is_here(route.to.place))
                    add(fmt::format("remove '{}: {}' of '{}'", names[route.direction],
                                    route.to.text, control.id.text),
                        layout_.drop_entry(route.to.place.begin));
        for (const FlowControl& control : screen_->controls)
            if (!control.routes.empty() && is_here(control.id.place))
                drop({control.id.place.file, control.id.place.begin}, "routes");
    }

    const FlowScreen* screen_ = nullptr;
    const FlowBox* box_ = nullptr;
    const char* usual_style_ = "";
};

} // namespace

std::vector<Fix> look_proposals_for(const FlowFile& file, const Finding& finding) {
    return LookProposals(file, finding).make();
}

} // namespace rondix
