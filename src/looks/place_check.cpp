#include "looks/place_check.hpp"

#include "looks/combinations.hpp"
#include "looks/places.hpp"
#include "place/scrolling.hpp"
#include "place/turn.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <deque>
#include <map>
#include <set>

namespace rondix::looks {

namespace {

constexpr float rounding = 0.5F; // of a design unit
// In units of the design: WCAG 2.5.8 (AA), and for fingers 2.5.5 (AAA).
constexpr float least_target = 24;
constexpr float least_target_of_a_finger = 44;
constexpr float max_stretch = 1.02F;
constexpr std::size_t max_tried = 256; // values of what the conditions of one screen ask for

/// Texts a third longer, with letters of their own; kept, for the Runner keeps views of them.
class LongerTexts {
  public:
    Translator translator() {
        return {this, [](void* self, std::string_view text) {
                    return static_cast<LongerTexts*>(self)->longer(text);
                }};
    }

  private:
    std::string_view longer(std::string_view text) {
        const auto [known, is_new] = longer_.try_emplace(std::string(text));
        if (!is_new) return known->second;
        std::string& more = known->second;
        more = text;
        const std::string_view extra = text.substr(0, (text.size() + 2) / 3);
        // Never in the middle of a character.
        std::size_t end = extra.size();
        while (end < text.size() && (static_cast<unsigned char>(text[end]) & 0xC0) == 0x80) ++end;
        more += text.substr(0, end);
        return more;
    }
    std::map<std::string, std::string> longer_;
};

Rect bounds(const Rect& place, float degrees) {
    if (degrees == 0) return place;
    const Transform turn = place::turn_about(place.middle(), degrees);
    Rect all;
    float right = 0;
    float bottom = 0;
    for (int i = 0; i < 4; ++i) {
        const Point corner =
            turn({i % 2 == 0 ? place.x : place.right(), i / 2 == 0 ? place.y : place.bottom()});
        all.x = i == 0 ? corner.x : std::min(all.x, corner.x);
        all.y = i == 0 ? corner.y : std::min(all.y, corner.y);
        right = i == 0 ? corner.x : std::max(right, corner.x);
        bottom = i == 0 ? corner.y : std::max(bottom, corner.y);
    }
    all.width = right - all.x;
    all.height = bottom - all.y;
    return all;
}

bool inside(const Rect& inner, const Rect& outer) {
    return inner.x >= outer.x - rounding && inner.y >= outer.y - rounding &&
           inner.right() <= outer.right() + rounding && inner.bottom() <= outer.bottom() + rounding;
}

bool overlap(const Rect& a, const Rect& b) {
    return a.x + rounding < b.right() && b.x + rounding < a.right() &&
           a.y + rounding < b.bottom() && b.y + rounding < a.bottom();
}

class PlaceCheck {
  public:
    PlaceCheck(const FlowFile& file, Painter& painter, const LookCheckOptions& options,
               Budget& budget, Findings& findings)
        : file_(file)
        , flow_(*file.compiled)
        , text_measurer_(painter.text_measurer())
        , options_(options)
        , budget_(budget)
        , findings_(findings)
        , arranged_(flow_, painter.text_measurer())
        , scrolls_(flow_)
        , state_(flow_) {
        for (std::size_t i = 0; i < flow_.screens.size(); ++i)
            combinations_.emplace_back(flow_, conditions_that_hide(flow_, ScreenId(i)), budget_,
                                       max_tried);
    }

    void check() {
        look_at_all("places", {}, [&](ScreenId screen) { check_screen(screen); });
        look_at_all("longer texts", longer_.translator(), [&](ScreenId screen) {
            each_seen(screen, [&](std::uint32_t box) { check_text(box, true); });
        });
        tell();
    }

  private:
    /// Every screen at every size, in every combination of what its conditions hide.
    template <class Look>
    void look_at_all(const char* what, const Translator& translator, Look look) {
        arranged_.set_translator(translator);
        for (const PictureSize size : options_.sizes) {
            size_ = fmt::format("{}x{}", size.width, size.height);
            arranged_.set_window(static_cast<float>(size.width), static_cast<float>(size.height));
            for (std::size_t i = 0; i < flow_.screens.size(); ++i) {
                first_ = flow_.looks.screens[i].boxes.begin;
                for (std::size_t c = 0; c < combinations_[i].count(); ++c) {
                    budget_.step(what, i, flow_.screens.size());
                    combinations_[i].put(c, state_);
                    places_ = arranged_.of(ScreenId(i), state_);
                    scrolls_.measure(ScreenId(i), arranged_.canvas().shape, places_, false);
                    look(ScreenId(i));
                }
                end_screen();
            }
        }
    }

    template <class Do>
    void each_seen(ScreenId screen, Do act) {
        const IndexRange boxes = flow_.looks.screens[index(screen)].boxes;
        for (std::uint32_t i = boxes.begin; i < boxes.end(); ++i) {
            if (placed(i).absent || is_hidden(i)) continue;
            ++seen_[{i, i}];
            act(i);
        }
    }
    bool is_hidden(std::uint32_t i) const { return hidden(flow_, state_, box(i).control); }
    const Box& box(std::uint32_t i) const { return flow_.looks.boxes[i]; }
    const Placed& placed(std::uint32_t i) const { return places_[i - first_]; }
    Rect area(std::uint32_t i) const {
        const BoxForm& form = box(i).forms[static_cast<std::size_t>(arranged_.canvas().shape)];
        return bounds(placed(i).rect, form.rotate);
    }
    /// Where it can be seen, however far it is scrolled.
    Rect seen_area(std::uint32_t i) const {
        Rect own = area(i);
        const std::uint32_t number = scrolls_.area_of(i);
        if (number == place::no_area) return own;
        const place::ScrollArea& scrolled = scrolls_[number];
        if (scrolled.most_across() > 0) own.x = scrolled.view.x, own.width = scrolled.view.width;
        if (scrolled.most_down() > 0) own.y = scrolled.view.y, own.height = scrolled.view.height;
        return own;
    }
    /// All that can be scrolled to where it stands, as it was placed.
    Rect room_of_area(std::uint32_t i) const {
        const std::uint32_t number = scrolls_.area_of(i);
        if (number == place::no_area || !scrolls_[number].scrolls()) return area(i);
        const place::ScrollArea& scrolled = scrolls_[number];
        Rect room = scrolled.clip;
        if (scrolled.most_across() > 0) room.x = scrolled.view.x, room.width = scrolled.room.width;
        if (scrolled.most_down() > 0) room.y = scrolled.view.y, room.height = scrolled.room.height;
        return room;
    }
    bool is_usable(std::uint32_t i) const {
        return box(i).role == BoxRole::control && is_usable_kind(flow_[box(i).control].kind);
    }
    SourceRange place_of(std::uint32_t i) const { return file_.origins.boxes[i]; }
    std::string name_of(std::uint32_t i) const {
        if (box(i).role == BoxRole::heading) return "the heading";
        return "'" + std::string(flow_.text(flow_[box(i).control].id)) + "'";
    }

    void check_screen(ScreenId screen) {
        std::vector<std::uint32_t> usable;
        each_seen(screen, [&](std::uint32_t i) {
            const bool drawn = box(i).role == BoxRole::control || box(i).role == BoxRole::heading;
            if (drawn && !box(i).bleeds) check_place(i);
            check_text(i, false);
            check_pictures(i);
            if (is_usable(i)) usable.push_back(i);
        });
        for (std::size_t a = 0; a < usable.size(); ++a) {
            budget_.step("places", index(screen), flow_.screens.size());
            for (std::size_t b = a + 1; b < usable.size(); ++b) check_pair(usable[a], usable[b]);
        }
    }

    void check_pair(std::uint32_t a, std::uint32_t b) {
        if (!can_be_seen_together(a, b)) return;
        ++seen_[{a, b}];
        const bool move_together = scrolls_.area_of(a) == scrolls_.area_of(b);
        if (move_together ? overlap(area(a), area(b)) : overlap(seen_area(a), seen_area(b)))
            note(RuleId::overlap, b, fmt::format("{} and {} overlap", name_of(a), name_of(b)),
                 "move them apart, or put them into a group", a);
    }

    /// They do not stand on different pages of the same.
    bool can_be_seen_together(std::uint32_t a, std::uint32_t b) const {
        const Control& one = flow_[box(a).control];
        const Control& other = flow_[box(b).control];
        return one.pages == no_pages || one.pages != other.pages || one.page == other.page;
    }

    void check_place(std::uint32_t i) {
        const Rect own = area(i), seen = seen_area(i);
        const Canvas& canvas = arranged_.canvas();
        if (!inside(seen, {0, 0, canvas.size.width, canvas.size.height}))
            note(RuleId::off_canvas, i, name_of(i) + " extends beyond the canvas",
                 "change its position or its size");
        else if (!inside(own, room_of_area(i)))
            note(RuleId::off_canvas, i,
                 name_of(i) + " extends beyond the group that scrolls, where "
                              "it cannot be scrolled to",
                 "make it smaller, or let the group scroll that way too");
        else if (!inside(seen, canvas.safe))
            note(RuleId::outside_safe, i, name_of(i) + " is outside the safe margin",
                 "change its position, or write 'bleed: yes' if it may be there");
        const bool touch = (flow_.devices & set_of(DeviceKind::touch)) != 0;
        const float least = touch ? least_target_of_a_finger : least_target;
        if (is_usable(i) && std::min(own.width, own.height) < least)
            note(RuleId::small_target, i,
                 fmt::format("{} measures only {:.0f}x{:.0f}, which is hard to hit", name_of(i),
                             own.width, own.height),
                 touch ? "make it at least 44x44, for touch" : "make it at least 24x24");
    }

    void check_text(std::uint32_t i, bool longer) {
        if (placed(i).text_scale >= 1) return;
        const std::string what =
            is_part(box(i).role) ? "a text in " + name_of(i) : "the text of " + name_of(i);
        if (longer)
            note(RuleId::tight_text, i,
                 what + " would not fit if it were a third longer, as translations often are",
                 "give it more room");
        else
            note(RuleId::text_too_long, i,
                 fmt::format("{} does not fit and is shrunk to {:.0f}%", what,
                             placed(i).text_scale * 100),
                 "give it more room, or shorten it");
    }

    void check_pictures(std::uint32_t i) {
        const Style& style = flow_.looks[box(i).style];
        const auto stretched = [&](PictureId picture) {
            const Size own = text_measurer_.picture(text_measurer_.context, picture);
            const Rect& rect = placed(i).rect;
            if (own.width <= 0 || rect.width <= 0 || rect.height <= 0) return false;
            const float ratio = (rect.width / rect.height) / (own.width / own.height);
            return std::max(ratio, 1 / ratio) > max_stretch;
        };
        const auto tell = [&](PictureId picture) {
            note(RuleId::stretched_picture, i,
                 fmt::format("the picture '{}' is distorted here",
                             flow_.text(flow_.looks.pictures[index(picture)])),
                 "write 'fit: inside' or 'fit: cover', or give it slices");
        };
        if (box(i).picture != no_picture && style.dresses[0].fit == PictureFit::stretch &&
            stretched(box(i).picture))
            tell(box(i).picture);
        for (const Dress& dress : style.dresses)
            if (dress.image != no_picture && dress.slices == Sides{} &&
                dress.fit == PictureFit::stretch && stretched(dress.image))
                return tell(dress.image);
    }

    // --- one finding a box and kind, with the sizes and the combinations in which it is so

    struct Noted {
        std::string text, fix;
        std::vector<std::string> sizes;
        std::string hidden;   // in the first combination in which it is so: the fewest are hidden
        bool is_whole = true; // it is so in every combination in which the box is seen
    };
    struct NotedNow {
        std::string text, fix, hidden;
        std::uint32_t with = 0; // the other of two; else the box itself
        std::size_t times = 0;
    };
    using About = std::pair<std::uint32_t, RuleId>;

    void note(RuleId rule, std::uint32_t i, const std::string& text, const char* fix,
              std::uint32_t with = 0) {
        if (!place_of(i).known()) return; // built in
        if (rule == RuleId::tight_text && noted_.contains({i, RuleId::text_too_long})) return;
        NotedNow& noted = now_[{i, rule}];
        if (noted.times == 0) noted.with = with == 0 ? i : with;
        if (with != 0 && noted.with != with) return; // one other is enough
        if (noted.times++ > 0) return;
        noted.text = text;
        noted.fix = fix;
        noted.hidden = hidden_now();
    }

    void end_screen() {
        for (auto& [about, now] : now_) {
            const auto [found, is_new] = noted_.try_emplace(about);
            Noted& noted = found->second;
            if (is_new) noted.text = now.text, noted.hidden = now.hidden;
            noted.fix = now.fix;
            noted.sizes.push_back(size_);
            noted.is_whole = noted.is_whole && now.times >= seen_[{now.with, about.first}];
        }
        now_.clear();
        seen_.clear();
    }

    std::string hidden_now() const {
        constexpr std::size_t max_named = 3;
        std::vector<std::string> names;
        for (std::uint32_t i = first_; i < first_ + places_.size(); ++i)
            if (box(i).role == BoxRole::control && is_hidden(i)) names.push_back(name_of(i));
        std::string text;
        for (std::size_t i = 0; i < names.size() && i < max_named; ++i)
            text += (i == 0 ? "" : ", ") + names[i];
        if (names.size() > max_named) text += fmt::format(" and {} more", names.size() - max_named);
        return text;
    }

    void tell() {
        for (const auto& [key, noted] : noted_) {
            std::string sizes;
            for (const std::string& size : noted.sizes) sizes += (sizes.empty() ? "" : ", ") + size;
            const bool all = noted.sizes.size() == options_.sizes.size();
            const bool some_hidden = !noted.is_whole && !noted.hidden.empty();
            const bool none_hidden = !noted.is_whole && noted.hidden.empty();
            add_finding(findings_, key.second, place_of(key.first),
                        noted.text +
                            (some_hidden   ? " while " + noted.hidden + " cannot be seen"
                             : none_hidden ? " while everything can be seen"
                                           : "") +
                            (all ? "" : " (at " + sizes + ")"))
                .fix = noted.fix;
        }
    }

    const FlowFile& file_;
    const CompiledFlow& flow_;
    const TextMeasurer text_measurer_;
    const LookCheckOptions& options_;
    Budget& budget_;
    Findings& findings_;
    Places arranged_;
    place::ScrollAreas scrolls_;
    MenuState state_;
    std::deque<Combinations> combinations_; // of each screen
    LongerTexts longer_;
    std::span<const Placed> places_; // of the screen that is looked at
    std::uint32_t first_ = 0;
    std::string size_;
    // In how many combinations two boxes are seen, or one.
    std::map<std::pair<std::uint32_t, std::uint32_t>, std::size_t> seen_;
    std::map<About, NotedNow> now_; // of this screen, at this size
    std::map<About, Noted> noted_;
};

} // namespace

void check_places(const FlowFile& file, Painter& painter, const LookCheckOptions& options,
                  Budget& budget, Findings& findings) {
    PlaceCheck(file, painter, options, budget, findings).check();
}

} // namespace rondix::looks
