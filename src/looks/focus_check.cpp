// Routes that are worked out reach everything (src/place/routes.hpp); only declared ones can stand
// in the way of that. So screens without any are not looked at.
#include "looks/focus_check.hpp"

#include "looks/combinations.hpp"
#include "looks/places.hpp"
#include "place/bodies.hpp"
#include "place/scrolling.hpp"
#include "run/focus_routes.hpp"

#include <algorithm>

namespace rondix::looks {

namespace {

/// Of the values of what conditions of one screen ask for.
constexpr std::size_t max_tried = 4096;

class FocusCheck {
  public:
    FocusCheck(const FlowFile& file, Painter& painter, Budget& budget, Findings& findings)
        : file_(file)
        , flow_(*file.compiled)
        , budget_(budget)
        , findings_(findings)
        , places_(flow_, painter.text_measurer())
        , bodies_(place::bodies(flow_))
        , areas_(flow_)
        , drawn_out_(areas_)
        , routes_(flow_)
        , state_(flow_) {}

    void check() {
        for (std::size_t i = 0; i < flow_.screens.size(); ++i)
            if (declares_routes(ScreenId(i))) check_screen(ScreenId(i));
    }

  private:
    bool declares_routes(ScreenId screen) const {
        const IndexRange controls = flow_[screen].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
            for (const ControlId to : flow_.controls[i].routes)
                if (to != no_control) return true;
        return false;
    }

    void check_screen(ScreenId screen) {
        std::vector<ConditionId> conditions;
        const IndexRange controls = flow_[screen].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
            conditions.push_back(flow_.controls[i].when);
        const Combinations combinations(flow_, std::move(conditions), budget_, max_tried);
        start_flow(flow_, state_);
        state_.keep(0);
        state_.push(screen);
        for (std::uint16_t pages = 0; pages < flow_[screen].page_codes; ++pages) {
            if (!flow_.pages.empty()) state_.set_pages(pages);
            for (std::size_t i = 0; i < combinations.count(); ++i) {
                budget_.look("declared routes", index(screen), flow_.screens.size());
                combinations.put(i, state_);
                if (!reaches_all(screen)) return tell(screen);
            }
        }
    }

    bool reaches_all(ScreenId screen) {
        const std::span<const Placed> places = places_.of(screen, state_);
        const std::uint32_t first = flow_.looks.screens[index(screen)].boxes.begin;
        const IndexRange controls = flow_[screen].controls;
        areas_.measure(screen, places_.canvas().shape, places, false);
        drawn_out_.begin(screen, false);
        routes_.begin();
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
            if (usable(flow_, state_, ControlId{i}))
                routes_.add(ControlId{i}, drawn_out_(bodies_[i], places[bodies_[i] - first].rect));
        routes_.find(flow_[screen].wraps, false);
        return routes_.routes().complete();
    }

    void tell(ScreenId screen) {
        const auto [from, to] = a_gap();
        const std::string name(flow_.text(flow_[to].id));
        Finding& finding = add_finding(
            findings_, RuleId::stranded, file_.origins.controls[index(to)],
            "on '" + std::string(flow_.text(flow_[screen].id)) + "' no direction leads from '" +
                std::string(flow_.text(flow_[from].id)) + "' to '" + name +
                "': declared routes make it unreachable");
        finding.disabled = disabled(screen);
        finding.fix = "remove one of the routes of this screen, or declare one to '" + name + "'";
    }

    std::vector<std::string> disabled(ScreenId screen) const {
        std::vector<std::string> names;
        const IndexRange controls = flow_[screen].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
            if (is_usable_kind(flow_.controls[i].kind) && !usable(flow_, state_, ControlId{i}))
                names.emplace_back(flow_.text(flow_.controls[i].id));
        return names;
    }

    /// Two controls of which the second is not reached from the first.
    std::pair<ControlId, ControlId> a_gap() const {
        const auto controls = routes_.controls();
        for (const ControlId from : controls) {
            std::vector<ControlId> found{from};
            for (std::size_t i = 0; i < found.size(); ++i)
                for (int d = 0; d < 4; ++d) {
                    const ControlId to = routes_.from(found[i], place::Direction(d));
                    if (to != no_control &&
                        std::find(found.begin(), found.end(), to) == found.end())
                        found.push_back(to);
                }
            for (const ControlId to : controls)
                if (std::find(found.begin(), found.end(), to) == found.end()) return {from, to};
        }
        return {controls.front(), controls.front()};
    }

    const FlowFile& file_;
    const CompiledFlow& flow_;
    Budget& budget_;
    Findings& findings_;
    Places places_;
    const std::vector<std::uint32_t> bodies_;
    place::ScrollAreas areas_;
    place::DrawnOut drawn_out_;
    FocusRoutes routes_;
    MenuState state_;
};

} // namespace

void check_focus(const FlowFile& file, Painter& painter, Budget& budget, Findings& findings) {
    FocusCheck(file, painter, budget, findings).check();
}

} // namespace rondix::looks
