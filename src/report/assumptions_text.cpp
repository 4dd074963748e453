// What the proof of a flow takes for granted: each line is one that a game developer can make true,
// and none stands there that does not concern the flow.
#include "logic/player_moves.hpp"
#include "rondix/tools/report.hpp"

#include <fmt/format.h>

namespace rondix {

namespace {

class Assumptions {
  public:
    explicit Assumptions(const FlowFile& file)
        : flow_(*file.compiled) {}

    std::string write() {
        about_loads();
        about_requests();
        about_flags();
        about_leaving();
        about_devices();
        about_time();
        about_settings();
        say("The game runs this flow with the version of Rondix that checked it.");
        about_events();
        return text_;
    }

  private:
    void say(const std::string& line) { text_ += "  - " + line + "\n"; }

    template <class Rows, class Wanted>
    std::vector<std::string> names(const Rows& rows, Wanted wanted) const {
        std::vector<std::string> all;
        for (const auto& row : rows)
            if (wanted(row)) all.emplace_back(flow_.text(row.id));
        return all;
    }
    static std::string listed(const std::vector<std::string>& all) {
        return fmt::format("{}", fmt::join(all, ", "));
    }

    void about_loads() {
        if (flow_.scenes.empty()) return;
        say("The game loads a scene when it is asked to, reports once that it is loaded or has "
            "failed, and shows no "
            "screen of its own over it.");
        if (flow_.loading.timeout_ms > 0)
            say("The game calls advance() while a scene loads: a load has failed after " +
                seconds(flow_.loading.timeout_ms) + ".");
    }

    void about_requests() {
        const auto all = names(flow_.requests, [](const Request&) { return true; });
        if (!all.empty())
            say("The game answers each request once, done or failed: " + listed(all) + ".");
        const auto limited =
            names(flow_.requests, [](const Request& row) { return row.timeout_ms > 0; });
        if (!limited.empty())
            say("The game calls advance() while these requests are pending: " + listed(limited) +
                ", so that their time limits run.");
    }

    void about_flags() {
        const auto all = names(flow_.flags, [](const Flag& row) {
            return row.set_by_game && row.kind == FlagKind::plain;
        });
        if (!all.empty())
            say("The game changes only these flags, at any time: " + listed(all) + ".");
    }

    void about_leaving() {
        if (flow_.can_quit) return say("A game that is asked to quit quits, or stays as it is.");
        say("The platform provides a way to quit the game.");
        if (!flow_.scenes.empty()) say("Loads do not fail for ever.");
    }

    void about_devices() {
        std::vector<std::string> devices;
        for (std::size_t i = 0; i < device_kind_count; ++i)
            if ((flow_.devices & set_of(DeviceKind(i))) != 0)
                devices.emplace_back(name_of(DeviceKind(i)));
        say("Every press on these devices reaches the menus: " + listed(devices) + ".");
        const auto keys = pad_keys();
        if (!keys.empty() && (flow_.devices & set_of(DeviceKind::pad)) != 0)
            say("Every pad has a button for " + listed(keys) + ".");
        const DeviceSet typing = set_of(DeviceKind::pad) | set_of(DeviceKind::touch);
        const auto texts = names(
            flow_.controls, [](const Control& row) { return row.kind == ControlKind::text_field; });
        if (!texts.empty() && (flow_.devices & typing) != 0)
            say("The platform shows a keyboard for text fields: " + listed(texts) + ".");
    }

    std::vector<std::string> pad_keys() const {
        std::vector<std::string> all;
        for (const KeyId key : flow_.pad_keys) all.emplace_back(flow_.text(flow_.keys[index(key)]));
        return all;
    }

    void about_time() {
        std::vector<std::string> all;
        for (const Screen& screen : flow_.screens)
            if (!screen.question && (screen.moves_on != unsaid || screen.idle != unsaid))
                all.emplace_back(flow_.text(screen.id));
        if (!all.empty())
            say("A player who wants to press on a screen that does not stay does so within " +
                seconds(flow_.reaction_ms) + ": " + listed(all) + ".");
    }

    void about_settings() {
        const auto all = names(flow_.settings, [](const Setting& row) {
            return is_counted(row.kind) && row.asks.count > 0 && row.turns.count > 2;
        });
        if (!all.empty())
            say("Changing one of these passes no value at which a screen closes: " + listed(all) +
                ".");
    }

    /// Said, for many look for it.
    void about_events() {
        const auto all = names(flow_.events, [](const Event& row) { return row.action != unsaid; });
        if (all.empty()) return;
        text_ +=
            "nothing is assumed about events; each may come at any time, repeatedly, or never: " +
            listed(all) + "\n";
    }

    static std::string seconds(std::uint32_t ms) { return fmt::format("{:g} s", ms / 1000.0); }

    const CompiledFlow& flow_;
    std::string text_;
};

} // namespace

std::string assumptions_text(const FlowFile& file) {
    if (!file.compiled) return {};
    return "the proof assumes:\n" + Assumptions(file).write();
}

} // namespace rondix
