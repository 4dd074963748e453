// A soak: random input from the keyboard, pads, the mouse and fingers, keys that are bound anew,
// events, answers that come well, badly, twice and late, flags, rows, settings and typed texts, on
// the demo and on random flows. After each input the rules are looked at anew. RONDIX_SOAK says how
// many inputs; the seed of a failure and the moves up to it are printed, as a walkthrough.
#include "reference/part.hpp"
#include "reference/random_flow.hpp"
#include "rondix/runtime/runner.hpp"
#include "support.hpp"

#include <deque>
#include <map>
#include <random>
#include <set>

namespace rondix::test {
namespace {

class Soak {
  public:
    Soak(const CompiledFlow& flow, std::uint32_t seed)
        : flow_(flow)
        , runner_(flow)
        , random_(seed)
        , mirror_(flow) {
        for (std::size_t i = 0; i < flow.controls.size(); ++i)
            if (flow.controls[i].kind == ControlKind::list) lists_.push_back(ControlId(i));
        for (std::size_t i = 0; i < flow.controls.size(); ++i)
            if (flow.controls[i].shows == Shows::game) labels_.push_back(ControlId(i));
        bind_keys();
        runner_.start();
        rondix::start_flow(flow, mirror_);
        obey();
        follow_moves();
    }

    /// False: a rule is broken, and was told.
    bool run(std::size_t inputs) {
        for (std::size_t i = 0; i < inputs && !testing::Test::HasFailure(); ++i) {
            give_input();
            obey();
            follow_moves();
            check_rules();
            if (i % 64 == 0) runner_.view();
        }
        if (testing::Test::HasFailure()) print_walkthrough();
        return !testing::Test::HasFailure();
    }
    std::size_t moves() const { return many_moves_; }
    const std::set<ScreenId>& seen() const { return seen_; }

  private:
    std::uint32_t number(std::size_t below) {
        return below == 0 ? 0 : static_cast<std::uint32_t>(random_() % below);
    }
    Point point() {
        // Mostly at a control of what is foremost.
        const IndexRange controls = flow_[runner_.menu_state().foremost()].controls;
        if (controls.count == 0 || number(3) == 0)
            return {static_cast<float>(number(1300)), static_cast<float>(number(740))};
        const Rect bounds = runner_.bounds_of(ControlId{controls.begin + number(controls.count)});
        return {bounds.x + bounds.width * static_cast<float>(number(100)) / 100,
                bounds.y + bounds.height * static_cast<float>(number(100)) / 100};
    }

    Device keys() {
        return number(2) == 0 ? Device::keyboard
                              : Device::pad(static_cast<std::uint8_t>(number(3)));
    }
    Device pointer() {
        return number(2) == 0 ? Device::mouse
                              : Device::finger(static_cast<std::uint8_t>(number(3)));
    }

    /// Each code means its target at first; there are more codes than targets.
    void bind_keys() {
        Bindings bindings(flow_);
        for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::pad})
            for (std::uint32_t i = 0; i < bindings.targets(); ++i)
                bindings.add(kind, Code{i}, Target(i));
        runner_.set_bindings(bindings, {});
    }
    Code code() { return Code{number(runner_.bindings().targets() + 4)}; }

    void give_input() {
        switch (number(24)) {
        case 0:
        case 1: runner_.press(Button(number(button_count)), keys()); break;
        case 2:
        case 3: runner_.press_code(keys(), code()); break;
        case 4: runner_.release(Button(number(button_count)), keys()); break;
        case 5: runner_.release_code(keys(), code()); break;
        case 6: runner_.pointer_moves(point(), pointer()); break;
        case 7: runner_.pointer_presses(point(), pointer()); break;
        case 8: runner_.pointer_releases(point(), pointer()); break;
        case 18:
            if (number(20) == 0) runner_.device_gone(number(2) == 0 ? keys() : pointer());
            break;
        case 19:
            if (number(10) == 0)
                runner_.rebind(keys().kind, code(), Target(number(runner_.bindings().targets())));
            break;
        case 20:
            if (!labels_.empty()) show_something(labels_[number(labels_.size())]);
            break;
        case 9: runner_.scroll(point(), static_cast<float>(number(9)) - 4); break;
        case 10: press_some_key(); break;
        case 11: runner_.post(EventId(number(flow_.events.size()))); break;
        case 12:
        case 13: answer(); break;
        case 14: runner_.set_flag(FlagId(number(flow_.flags.size())), number(2) == 0); break;
        case 15: change_setting(); break;
        case 16: change_rows(); break;
        case 17: number(3) == 0 ? runner_.erase() : runner_.type("ä"); break;
        default: runner_.advance(static_cast<double>(number(60)) / 100); break;
        }
    }

    void show_something(ControlId control) {
        runner_.set_shown_text(control, number(2) == 0 ? "fog" : "");
        runner_.set_shown_value(control, number(2) == 0 ? "12 of 24" : "");
        runner_.set_shown_share(control, static_cast<float>(number(5)) / 4);
        runner_.set_shown_picture(control, number(2) == 0 ? no_picture : own_picture(1));
    }

    void press_some_key() {
        if (flow_.keys.empty() || number(3) == 0) return void(runner_.press_other_key());
        const KeyId key = KeyId(number(flow_.keys.size()));
        const Device by = keys();
        runner_.press_key(key, by);
        runner_.release_key(key, by);
    }

    /// Well, badly, twice, late, or for something else altogether.
    void answer() {
        if (tickets_.empty()) return void(runner_.finish(LoadTicket{number(50)}, Answer::done));
        const std::size_t which = number(tickets_.size());
        const auto [load, request] = tickets_[which];
        const Answer answer = number(3) != 0 ? Answer::done : Answer::failed;
        load != LoadTicket{} ? runner_.finish(load, answer) : runner_.finish(request, answer);
        if (number(4) != 0) tickets_.erase(tickets_.begin() + static_cast<std::ptrdiff_t>(which));
    }

    void change_setting() {
        if (flow_.settings.empty()) return;
        const SettingId setting = SettingId(number(flow_.settings.size()));
        if (!is_counted(flow_[setting].kind))
            runner_.set_text(setting, number(2) == 0 ? "Bess" : "");
        else
            runner_.set_setting(setting, static_cast<std::uint16_t>(number(1200)));
    }

    void change_rows() {
        if (lists_.empty()) return;
        const std::uint32_t counts[] = {0, 1, 50, 10'000};
        runner_.set_rows(
            lists_[number(lists_.size())],
            {counts[number(4)], nullptr, [](void*, std::uint32_t row) {
                 return ListRow{"row", static_cast<std::uint16_t>(row % 3), row % 7 == 6};
             }});
    }

    void obey() {
        for (const Effect& effect : runner_.take_effects()) {
            switch (effect.kind) {
            case EffectKind::load:
            case EffectKind::request:
                tickets_.emplace_back(effect.load_ticket(), effect.request_ticket());
                break;
            case EffectKind::pause: EXPECT_FALSE(std::exchange(paused_, true)); break;
            case EffectKind::unpause: EXPECT_TRUE(std::exchange(paused_, false)); break;
            case EffectKind::show_pointer: pointer_ = true; break;
            case EffectKind::hide_pointer: pointer_ = false; break;
            case EffectKind::begin_text: EXPECT_FALSE(std::exchange(typing_, true)); break;
            case EffectKind::end_text: EXPECT_TRUE(std::exchange(typing_, false)); break;
            case EffectKind::setting: told_[index(effect.setting())] = effect.value; break;
            case EffectKind::front:
                front_ = effect.screen();
                focus_ = no_control;
                break;
            case EffectKind::focus: focus_ = effect.control(); break;
            case EffectKind::denied:
                EXPECT_TRUE(is_usable_kind(flow_[effect.control()].kind));
                break;
            default: break;
            }
        }
        if (tickets_.size() > 8) tickets_.erase(tickets_.begin());
    }

    /// Everything that happened was a move that the core allows, and only that.
    void follow_moves() {
        for (const Move move : runner_.take_moves()) {
            ++many_moves_;
            walk_.push_back(move_text(flow_, move));
            if (walk_.size() > 200) walk_.pop_front();
            if (move.kind == MoveKind::press || move.kind == MoveKind::change) {
                EXPECT_TRUE(usable(flow_, mirror_, move.control())) << walk_.back();
            }
            EXPECT_TRUE(apply(flow_, mirror_, move).answered) << walk_.back();
        }
        EXPECT_TRUE(mirror_ == runner_.menu_state());
    }

    void check_rules() {
        const MenuState& now = runner_.menu_state();
        seen_.insert(now.foremost());
        std::set<ScreenId> open;
        for (std::size_t i = 0; i < now.depth(); ++i) {
            EXPECT_TRUE(open.insert(now.screen_at(i)).second);
            EXPECT_TRUE(i == 0 || !flow_[now.screen_at(i)].play);
        }
        EXPECT_GE(now.depth(), 1u);
        EXPECT_EQ(paused_, paused(flow_, now));
        EXPECT_EQ(pointer_, runner_.pointer_shown());
        EXPECT_EQ(typing_, runner_.typing() != no_control);
        check_focus(now);
        check_told(now);
        check_keys();
        for (std::size_t i = 0; i < flow_.settings.size(); ++i) check_setting(SettingId(i), now);
        for (const ControlId list : lists_) {
            const std::uint32_t row = runner_.row_in_focus(list);
            EXPECT_TRUE(row == 0 || row < 10'000);
        }
        for (std::size_t i = 0; i < flow_.requests.size(); ++i)
            if (runner_.request_ticket(RequestId(i)) != RequestTicket{}) {
                EXPECT_TRUE(now.is_open(flow_.requests[i].screen));
            }
    }

    void check_focus(const MenuState& now) {
        const ControlId focus = runner_.focus();
        if (in_play(flow_, now)) {
            EXPECT_EQ(focus, no_control);
            return;
        }
        bool some = false;
        const IndexRange controls = flow_[now.foremost()].controls;
        for (std::uint32_t i = controls.begin; i < controls.end(); ++i)
            some = some || usable(flow_, now, ControlId{i});
        EXPECT_EQ(some, focus != no_control);
        if (focus != no_control) {
            EXPECT_TRUE(usable(flow_, now, focus));
        }
    }

    /// Those who hear the menus know what those who see them do.
    void check_told(const MenuState& now) {
        EXPECT_EQ(front_, now.foremost());
        if (runner_.focus() != no_control) {
            EXPECT_EQ(focus_, runner_.focus());
        }
        // What waits for a key, or is unfolded, has the focus, where there is one.
        for (const ControlId one : {runner_.listening(), runner_.unfolded()})
            if (one != no_control && !in_play(flow_, now)) {
                EXPECT_EQ(one, runner_.focus());
            }
    }

    /// A code means one thing, and no target has lost its last code.
    void check_keys() {
        if (number(16) != 0) return;
        const Bindings& bindings = runner_.bindings();
        for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::pad})
            for (std::size_t i = 0; i < bindings.targets(); ++i) {
                const auto codes = bindings.codes(kind, Target(i));
                ASSERT_EQ(codes.size(), 1u);
                EXPECT_EQ(bindings.meaning(kind, codes[0]), Target(i));
            }
    }

    void check_setting(SettingId id, const MenuState& now) {
        const Setting& setting = flow_[id];
        if (!is_counted(setting.kind)) {
            EXPECT_LE(runner_.text_of(id).size(), 4u * setting.values);
            return;
        }
        const std::uint16_t value = runner_.value_of(id);
        EXPECT_LT(value, setting.values);
        if (const auto told = told_.find(static_cast<std::uint32_t>(id)); told != told_.end()) {
            EXPECT_EQ(told->second, value);
        }
        for (std::uint32_t i = setting.asks.begin; i < setting.asks.end(); ++i) {
            const SettingAsk& ask = flow_.setting_asks[i];
            const std::uint16_t kept = runner_.kept_value_of(id); // what conditions ask about
            EXPECT_EQ(now.flag(ask.flag), kept >= ask.least && kept <= ask.most);
        }
    }

    void print_walkthrough() const {
        std::printf("rondix-walk: 1\ntitle: The last moves before a rule was broken\nwalk:\n");
        for (const std::string& move : walk_) std::printf("  - %s\n", move.c_str());
    }

    const CompiledFlow& flow_;
    Runner runner_;
    std::mt19937 random_;
    MenuState mirror_;
    std::vector<ControlId> lists_, labels_;
    ScreenId front_ = no_screen;
    std::set<ScreenId> seen_;
    ControlId focus_ = no_control;
    std::vector<std::pair<LoadTicket, RequestTicket>> tickets_;
    std::map<std::uint32_t, std::uint16_t> told_;
    std::deque<std::string> walk_;
    std::size_t many_moves_ = 0;
    bool paused_ = false, pointer_ = true, typing_ = false;
};

std::size_t inputs() {
    // (With fewer than two million, the demo is not seen everywhere.)
    return number_in("RONDIX_SOAK", std::max<std::size_t>(5'000'000 / parts(), 2'000'000));
}

TEST(Soak, TheDemoKeepsTheRules) {
    const FlowFile file = demo_flow();
    std::size_t moves = 0;
    std::set<ScreenId> seen;
    for (std::uint32_t seed = 0; seed < 10; ++seed) {
        SCOPED_TRACE("seed " + std::to_string(seed));
        Soak soak(*file.compiled, seed);
        ASSERT_TRUE(soak.run(inputs() / 20));
        moves += soak.moves();
        seen.insert(soak.seen().begin(), soak.seen().end());
    }
    std::printf("%zu moves\n", moves);
    EXPECT_EQ(seen.size(), file.compiled->screens.size()); // it has been everywhere
    EXPECT_GT(moves * 20, inputs() / 2); // at least one input in twenty does something
}

TEST(Soak, RandomFlowsKeepTheRules) {
    const std::size_t flows = 200;
    std::size_t moves = 0;
    for (std::uint32_t seed = 0; seed < flows; ++seed) {
        const std::string text = random_flow(50'000 + seed, Shape::rich);
        SCOPED_TRACE("random flow " + std::to_string(seed) + ":\n" + text);
        const FlowFile file = good_flow(text);
        Soak soak(*file.compiled, seed);
        ASSERT_TRUE(soak.run(inputs() / 2 / flows));
        moves += soak.moves();
    }
    EXPECT_GT(moves * 30, inputs() / 2);
}

} // namespace
} // namespace rondix::test
