#include "looks/colour_check.hpp"

#include "draw/afresh.hpp"
#include "looks/combinations.hpp"
#include "looks/contrast.hpp"
#include "looks/cover_check.hpp"
#include "looks/sample_check.hpp"
#include "looks/text_contrast.hpp"
#include "reading/style_words.hpp"
#include "rondix/tools/ways.hpp"
#include "run/runner_snapshot.hpp"
#include "walk/sample_rows.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace rondix::looks {

namespace {

constexpr int width = 640;                // half the design is enough to see by
constexpr float large_text = 24;          // in pixels of the design,
constexpr float large_bold_text = 18.66F; // WCAG's 18 and 14 points
constexpr double least_change = 3;
constexpr std::size_t max_tried = 4096; // combinations of what hides something

class ColourCheck {
  public:
    ColourCheck(const FlowFile& file, Painter& painter, const LookCheckOptions& options,
                Budget& budget, Findings& findings)
        : file_(file)
        , flow_(*file.compiled)
        , painter_(painter)
        , budget_(budget)
        , findings_(findings)
        , ways_(ways_to_screens(flow_, options.check))
        , height_(width * flow_.design_height / flow_.design_width)
        , runner_(flow_)
        , samples_(file, runner_, budget, findings) {
        runner_.set_text_measurer(painter_.text_measurer());
        runner_.resize(width, static_cast<float>(height_));
        runner_.set_motion(false);
        canvas_ = runner_.canvas();
        rows_.fill(runner_);
    }

    void check() {
        for (std::size_t i = 0; i < flow_.screens.size(); ++i) {
            budget_.look("looking at the screens", i, flow_.screens.size());
            if (ways_[i]) check_screen(ScreenId(i));
        }
    }

  private:
    void check_screen(ScreenId screen) {
        draw::start_afresh(runner_);
        for (const Move move : *ways_[index(screen)]) {
            runner_.replay(move);
            runner_.take_effects();
        }
        take_items();
        check_items(screen, [](const Item&) { return true; });
        check_scrolled(screen);
        samples_.check(screen);
        check_unfolded(screen);
        check_hidden(screen);
    }

    /// What conditions hide there is looked at where they show it, with all that it lies on and
    /// over. Of the combinations in which the same is shown one is enough.
    void check_hidden(ScreenId screen) {
        const std::vector<ConditionId> conditions = conditions_that_hide(flow_, screen);
        if (conditions.empty()) return;
        std::set<ControlId> seen;
        note_shown(seen);
        const Combinations combinations(flow_, conditions, budget_, max_tried);
        RunnerSnapshot snapshot(flow_);
        snapshot.state = runner_.menu_state();
        for (std::size_t c = 0; c < combinations.count(); ++c) {
            budget_.look("looking at the screens", index(screen), flow_.screens.size());
            combinations.put(c, snapshot.state);
            put_settings(snapshot.state);
            runner_.resume_from(snapshot);
            runner_.take_effects();
            if (runner_.menu_state().foremost() != screen) continue; // it closes by itself
            take_items();
            if (note_shown(seen)) check_items(screen, [](const Item&) { return true; });
        }
        for (std::size_t i = 0; i < flow_.settings.size(); ++i)
            runner_.set_setting(SettingId(i), flow_.settings[i].first);
    }

    /// To values of which what is asked of them is as there.
    void put_settings(const MenuState& state) {
        for (std::size_t i = 0; i < flow_.settings.size(); ++i) {
            const Setting& setting = flow_.settings[i];
            const auto is_so = [&](std::uint16_t value) {
                for (std::uint32_t a = setting.asks.begin; a < setting.asks.end(); ++a) {
                    const SettingAsk& ask = flow_.setting_asks[a];
                    if ((value >= ask.least && value <= ask.most) != state.flag(ask.flag))
                        return false;
                }
                return true;
            };
            if (is_so(runner_.value_of(SettingId(i)))) continue;
            for (std::uint16_t value = 0; value < setting.values; ++value)
                if (is_so(value)) {
                    runner_.set_setting(SettingId(i), value);
                    break;
                }
        }
    }

    /// Whether there is something among the items that was not there before.
    bool note_shown(std::set<ControlId>& seen) const {
        bool is_new = false;
        for (const Item& item : items_)
            if (item.control != no_control) is_new = seen.insert(item.control).second || is_new;
        return is_new;
    }

    template <class Wanted>
    void check_items(ScreenId screen, Wanted is_wanted) {
        for (std::size_t k = 0; k < items_.size(); ++k) {
            const Item& item = items_[k];
            if (item.screen != screen || item.row > 0 || is_cut(item)) continue; // rows are alike
            if (!is_wanted(item)) continue;
            if (!item.text.empty()) check_text(k);
            if (is_body(item)) check_focus(k);
            check_cover(k);
            budget_.look("looking at the screens", index(screen), flow_.screens.size());
        }
    }

    static bool is_cut(const Item& item) {
        const Rect &own = item.bounds, &clip = item.clip;
        return clip.width > 0 && (own.x < clip.x || own.y < clip.y || own.right() > clip.right() ||
                                  own.bottom() > clip.bottom());
    }

    /// What has to be scrolled to is looked at where it can be seen.
    void check_scrolled(ScreenId screen) {
        const IndexRange controls = flow_[screen].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
            const ControlId control{i};
            if (runner_.seen_of(control) == runner_.bounds_of(control)) continue;
            runner_.bring_into_view(control);
            take_items();
            check_items(screen, [&](const Item& item) { return item.control == control; });
        }
    }

    /// What stands there now, at rest.
    void take_items() {
        const auto view = runner_.view();
        items_.assign(view.begin(), view.end());
        for (Item& item : items_)
            if (item.control != no_control) put_on(flow_, item, LookState::rest);
    }

    /// The values of choices, as they stand over the screen.
    void check_unfolded(ScreenId screen) {
        const IndexRange controls = flow_[screen].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
            if (!flow_.controls[i].dropdown) continue;
            runner_.advance(Runner::settling_time);
            runner_.bring_into_view(ControlId{i});
            runner_.pointer_moves(runner_.seen_of(ControlId{i}).middle());
            runner_.press(Button::accept);
            runner_.release(Button::accept);
            if (runner_.unfolded() == ControlId{i}) {
                take_items();
                for (std::size_t k = 0; k < items_.size(); ++k)
                    if (items_[k].kind == ItemKind::row && items_[k].control == ControlId{i} &&
                        items_[k].row == 0)
                        check_text(k);
                runner_.press(Button::back);
                runner_.release(Button::back);
            }
            runner_.take_effects();
        }
    }

    static bool is_body(const Item& item) {
        return item.kind == ItemKind::button || item.kind == ItemKind::control;
    }
    static bool has_states(const Item& item) {
        return is_body(item) || item.kind == ItemKind::piece || item.kind == ItemKind::value ||
               item.kind == ItemKind::row;
    }
    bool can_be(const Item& item, LookState state) const {
        if (state == LookState::rest) return true;
        if (!has_states(item) || !is_usable_kind(flow_[item.control].kind)) return false;
        if (state == LookState::on)
            return flow_[item.control].kind == ControlKind::toggle ||
                   (item.kind == ItemKind::row && runner_.unfolded() == item.control);
        return state != LookState::disabled || flow_[item.control].when != holds;
    }

    void check_text(std::size_t k) {
        const SourceRange place = place_of(items_[k]);
        if (!place.known()) return;
        for (std::size_t state = 0; state < look_state_count; ++state) {
            if (!can_be(items_[k], LookState(state))) continue;
            const Style& style = flow_.looks[items_[k].style];
            const bool large =
                style.text_size >= (style.bold ? large_bold_text : large_text) * unit();
            const double wanted = large ? least_contrast_of_large : least_contrast;
            if (contrast_on_own_ground(style.looks[state], style.dresses[state]) >= wanted)
                continue;
            const double is = pixels().contrast(items_, k, LookState(state));
            if (is >= wanted) continue;
            const std::string when =
                has_states(items_[k])
                    ? fmt::format(", {}{}", state == 0 ? "at " : "", state_names[state])
                    : "";
            if (!told_.insert({place.begin, place.file}).second) return;
            Finding& finding = add_finding(
                findings_, RuleId::low_contrast, place,
                fmt::format(
                    "the text '{}'{} is hard to read: its contrast is {:.1f}, and should be "
                    "{:.1f} or more",
                    items_[k].text, when, std::floor(is * 10) / 10, wanted));
            if (has_states(items_[k])) finding.state = state_names[state];
            finding.fix = "change the text colour or the background, or give the text an outline";
            return; // one state is enough
        }
    }

    /// Sizes in WCAG are for pages of about this size.
    float unit() const {
        return static_cast<float>(std::min(flow_.design_width, flow_.design_height)) / 720;
    }

    /// Drawing a text's ground for each text and state takes a while: where the style alone tells,
    /// nothing is drawn, and elsewhere only the part of the screen that is looked at.
    TextContrast pixels() const { return {flow_, painter_, canvas_, width, height_}; }

    /// WCAG 2.4.13: what changes with the focus is as much as a line of two pixels round the
    /// control, and it changes by a contrast of 3.
    void check_focus(std::size_t k) {
        const SourceRange place = place_of(items_[k]);
        if (!place.known() || !is_wholly_seen(items_[k])) return; // else that is told
        if (!focus_told_.insert(items_[k].style).second) return;
        const auto draw = [&](LookState state) {
            std::vector<Item> items = items_;
            for (Item& item : items)
                if (item.control == items_[k].control) put_on(flow_, item, state);
            return pixels().painted(items, 0x808080, grown(items_[k].bounds));
        };
        const auto rest = draw(LookState::rest);
        const auto focused = draw(LookState::focused);
        std::size_t changed = 0;
        for (std::size_t i = 0; i < rest.size(); ++i)
            if (contrast(rest[i], focused[i]) >= least_change) ++changed;
        const double area = static_cast<double>(changed) / (canvas_.scale * canvas_.scale);
        const double wanted = 2.0 * 2.0 * (items_[k].bounds.width + items_[k].bounds.height);
        const Look& still = flow_.looks[items_[k].style].looks[0];
        const Look& lit = flow_.looks[items_[k].style].looks[1];
        const bool grows = std::abs(lit.scale - still.scale) > 0.2F;
        if (area >= wanted || grows) return;
        add_finding(findings_, RuleId::faint_focus, place,
                    fmt::format("the focus of '{}' is hard to see",
                                flow_.text(flow_[items_[k].control].id)))
            .fix = "make the fill, the border or the image of 'focused' differ more from 'rest'";
    }

    void check_cover(std::size_t k) {
        const Item& item = items_[k];
        const SourceRange place = place_of(item);
        if (!place.known() || covered_told_.contains({place.begin, place.file})) return;
        const auto paint = [&](std::span<const Item> items, const Rect& part) {
            return pixels().painted(items, 0x808080, part);
        };
        const Rect letters = item.text.empty() ? Rect{} : pixels().letters_of(item);
        const std::optional<Covered> covered = find_cover(items_, k, letters, paint);
        if (!covered) return;
        covered_told_.insert({place.begin, place.file});
        const Item& by = items_[covered->by];
        Finding& finding =
            add_finding(findings_, RuleId::covered, place,
                        fmt::format("{}{} is {} behind {}", covered->is_text ? "the text of " : "",
                                    name_of(item), covered->share >= 1 ? "hidden" : "partly hidden",
                                    by.control == item.control ? "its own pieces" : name_of(by)));
        if (const SourceRange other = place_of(by); other.known() && by.control != item.control)
            finding.also.push_back(
                {other, "this is drawn over it, as it stands later in the file"});
        finding.fix =
            by.control == item.control
                ? "give the pieces or the text other places, or 'padding' to the style"
                : "give one of them another place, or write it further down than what hides it";
    }

    std::string name_of(const Item& item) const {
        if (item.control != no_control)
            return "'" + std::string(flow_.text(flow_[item.control].id)) + "'";
        if (item.kind == ItemKind::title) return "the heading";
        return item.kind == ItemKind::group ? "the ground of a group" : "the ground of the screen";
    }

    bool is_wholly_seen(const Item& item) const {
        const Rect& place = item.bounds;
        return place.x >= 0 && place.y >= 0 && place.right() <= canvas_.size.width &&
               place.bottom() <= canvas_.size.height;
    }

    Rect grown(Rect place) const {
        const float by = 4 * unit();
        return {place.x - by, place.y - by, place.width + 2 * by, place.height + 2 * by};
    }

    SourceRange place_of(const Item& item) const {
        if (item.kind == ItemKind::title) return file_.origins.screens[index(item.screen)];
        return item.control == no_control ? SourceRange{}
                                          : file_.origins.controls[index(item.control)];
    }

    const FlowFile& file_;
    const CompiledFlow& flow_;
    Painter& painter_;
    Budget& budget_;
    Findings& findings_;
    std::vector<std::optional<std::vector<Move>>> ways_;
    int height_;
    Runner runner_;
    SampleRows rows_;
    Canvas canvas_;
    std::vector<Item> items_;
    std::set<std::pair<std::uint32_t, std::uint16_t>> told_;
    std::set<StyleId> focus_told_;
    SampleCheck samples_;
    std::set<std::pair<std::uint32_t, std::uint16_t>> covered_told_;
};

} // namespace

void check_colours(const FlowFile& file, Painter& painter, const LookCheckOptions& options,
                   Budget& budget, Findings& findings) {
    ColourCheck(file, painter, options, budget, findings).check();
}

} // namespace rondix::looks
