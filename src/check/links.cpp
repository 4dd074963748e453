#include "check/links.hpp"

namespace rondix {

namespace {

class Linker {
  public:
    explicit Linker(const CompiledFlow& flow)
        : flow_(flow) {}

    std::vector<Link> link() {
        for (std::size_t i = 0; i < flow_.screens.size(); ++i) link_screen(ScreenId(i));
        for (std::size_t i = 0; i < flow_.events.size(); ++i)
            follow(no_screen, flow_.events[i].action, Move::event(EventId(i)));
        return std::move(links_);
    }

  private:
    void link_screen(ScreenId id) {
        const Screen& screen = flow_[id];
        for (std::uint32_t i = screen.controls.begin; i < screen.controls.end(); ++i)
            follow(id, flow_.controls[i].press, Move::press(ControlId{i}));
        for (std::uint32_t i = screen.keys.begin; i < screen.keys.end(); ++i)
            follow(id, flow_.key_answers[i].action, Move::key(flow_.key_answers[i].key));
        follow(id, screen.any, Move::other_key());
        follow(id, screen.menu, Move::menu());
        if (screen.back == unsaid && screen.any == unsaid)
            links_.push_back(
                {id, no_screen, LinkKind::back, StepKind::back, no_scene, Move::back()});
        else
            follow(id, screen.back, Move::back());
    }

    void follow(ScreenId from, ActionId action, Move by) {
        if (action == unsaid) return;
        const Range range = flow_[action].alternatives;
        for (std::uint32_t i = range.begin; i < range.end(); ++i) {
            const Range steps = flow_.alternatives[i].steps;
            if (steps.count > 0)
                add(from, flow_.steps[steps.end() - 1], by); // only the last can move
        }
    }

    void add(ScreenId from, const Step& step, Move by) {
        Link link{from, no_screen, LinkKind::forward, step.kind, no_scene, by};
        switch (step.kind) {
        case StepKind::open:
        case StepKind::go: link.to = ScreenId(step.subject); break;
        case StepKind::back_to: link.to = ScreenId(step.subject); [[fallthrough]];
        case StepKind::back:
        case StepKind::resume: link.kind = LinkKind::back; break;
        case StepKind::load: to_scene(link, SceneId(step.subject)); break;
        case StepKind::retry: link.kind = LinkKind::load; break;
        case StepKind::home:
            if (flow_.first_scene != no_scene) {
                to_scene(link, flow_.first_scene);
            } else {
                link.kind = LinkKind::load;
                link.to = flow_.first_screen;
            }
            break;
        case StepKind::quit: link.kind = LinkKind::quit; break;
        default: return;
        }
        links_.push_back(link);
    }

    void to_scene(Link& link, SceneId scene) const {
        link.kind = LinkKind::load;
        link.scene = scene;
        link.to = flow_[scene].root;
    }

    const CompiledFlow& flow_;
    std::vector<Link> links_;
};

} // namespace

std::vector<Link> links(const CompiledFlow& flow) {
    return Linker(flow).link();
}

} // namespace rondix
