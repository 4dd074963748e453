#include "proof/links.hpp"

#include <algorithm>

namespace rondix {

namespace {

class Linker {
  public:
    explicit Linker(const CompiledFlow& flow)
        : flow_(flow) {}

    std::vector<Link> link() {
        for (std::size_t i = 0; i < flow_.screens.size(); ++i)
            if (!flow_.screens[i].question) link_screen(ScreenId(i)); // they count for who asks
        for (std::size_t i = 0; i < flow_.events.size(); ++i)
            follow(no_screen, flow_.events[i].action, Move::event(EventId(i)));
        return std::move(links_);
    }

  private:
    void link_screen(ScreenId id) {
        const Screen& screen = flow_[id];
        for (std::uint32_t i = screen.controls.begin; i < screen.controls.end(); ++i) {
            const Control& control = flow_.controls[i];
            for (std::uint16_t which = 0; control.press != unsaid && which < control.presses;
                 ++which)
                follow(id, ActionId(index(control.press) + which),
                       Move::press(ControlId{i}, which));
        }
        for (std::uint32_t i = screen.keys.begin; i < screen.keys.end(); ++i)
            follow(id, flow_.key_answers[i].action, Move::key(flow_.key_answers[i].key));
        follow(id, screen.any, Move::other_key());
        follow(id, screen.menu, Move::menu());
        follow(id, screen.moves_on, Move::moves_on());
        follow(id, screen.idle, Move::idle());
        if (screen.closes_when != fails)
            links_.push_back(
                {id, no_screen, LinkKind::back, StepKind::back, no_scene, Move::moves_on()});
        if (screen.request != no_request) {
            follow(id, flow_[screen.request].done, Move::done(screen.request));
            follow(id, flow_[screen.request].failed, Move::failed(screen.request));
        }
        if (screen.back == unsaid && screen.any == unsaid)
            links_.push_back(
                {id, no_screen, LinkKind::back, StepKind::back, no_scene, Move::back()});
        else
            follow(id, screen.back, Move::back());
    }

    void follow(ScreenId from, ActionId action, Move by) {
        if (action == unsaid) return;
        const IndexRange range = flow_[action].alternatives;
        for (std::uint32_t i = range.begin; i < range.end(); ++i) {
            const Alternative& alternative = flow_.alternatives[i];
            if (alternative.question != no_screen)
                follow(from, agreement(alternative.question), by);
            const IndexRange steps = alternative.steps;
            if (steps.count > 0)
                add(from, flow_.steps[steps.end() - 1], by); // only the last can move
        }
    }

    /// What is done when a question is answered with yes: its last control.
    ActionId agreement(ScreenId question) const {
        return flow_.controls[flow_[question].controls.end() - 1].press;
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
        case StepKind::load_next: return add_beside(link, &Scene::next);
        case StepKind::load_previous: return add_beside(link, &Scene::previous);
        case StepKind::retry: link.kind = LinkKind::load; break;
        case StepKind::home:
            if (flow_.first_choice != unsaid) return add_choice(link);
            if (flow_.first_scene != no_scene) {
                to_scene(link, flow_.first_scene);
            } else {
                link.kind = LinkKind::load;
                link.to = flow_.first_screen;
            }
            break;
        case StepKind::quit: link.kind = LinkKind::quit; break;
        case StepKind::request: link.to = flow_.requests[step.subject].screen; break;
        case StepKind::raise:
        case StepKind::lower:
        case StepKind::set:
        case StepKind::reset:
        case StepKind::turn:
        case StepKind::tell:
        case StepKind::todo: return;
        }
        links_.push_back(link);
    }

    /// To the first scene with each root: which it is hangs on the scene that is loaded.
    void add_beside(const Link& from, SceneId Scene::*which) {
        std::vector<ScreenId> known;
        for (const Scene& scene : flow_.scenes) {
            if (scene.*which == no_scene) continue;
            Link link = from;
            to_scene(link, scene.*which);
            if (std::find(known.begin(), known.end(), link.to) != known.end()) continue;
            known.push_back(link.to);
            links_.push_back(link);
        }
    }

    void add_choice(const Link& home) {
        const IndexRange all = flow_[flow_.first_choice].alternatives;
        for (std::uint32_t i = all.begin; i < all.end(); ++i) {
            const Step& step = flow_.steps[flow_.alternatives[i].steps.begin];
            Link link = home;
            if (step.kind == StepKind::load) {
                to_scene(link, SceneId(step.subject));
            } else {
                link.kind = LinkKind::load;
                link.to = ScreenId(step.subject);
            }
            links_.push_back(link);
        }
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
