// The reference that the real thing is compared with: the rules once more, written from the rules
// alone, slow and obvious. Menu states are plain structs of names in a std::map, the ways out a
// fixpoint. It works on the Flow as it was read and shares no code with compiling, apply() or the
// listing.
#pragma once

#include "rondix/tools/flow.hpp"

#include <compare>
#include <limits>
#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

namespace naive {

constexpr std::size_t never = std::numeric_limits<std::size_t>::max();

/// An open screen.
struct Level {
    std::string screen;
    std::string question;             // what is asked over it, in words; empty for nothing
    std::map<std::string, int> pages; // by the name of the control, where it is not the first one
    auto operator<=>(const Level&) const = default;
};

struct Plain {
    std::string scene;          // loaded, awaited or failed; empty for none
    std::string phase = "none"; // none, loading, loaded, failed
    std::vector<Level> stack;
    std::set<std::string> raised;  // flags; lists that have rows; what holds of settings: "s 2-4"
    std::set<std::string> waiting; // events whose answer waits
    auto operator<=>(const Plain&) const = default;

    const std::string& top() const { return stack.back().screen; }
    bool asks() const { return !stack.back().question.empty(); }
};

struct Known;

struct Step {
    std::string text; // the move, as move_text() would write it
    Plain next;
    bool answered = false;
    bool quits = false;
    bool reopens = false;
    bool players = false;
    std::set<std::string> devices = {};        // those that can make a move of the player's
    bool in_time = true;                       // and there is always time for it
    bool bad_answer = false, answer = false;   // to a load or request
    bool limit = false;                        // what is waited for has lasted too long
    bool by_itself = false;                    // the screen moves on, or idles
    bool idles = false;                        // of these, the second
    bool leaves = false, agreed = false;       // the scene or the game is left; after a question
    std::string asks = {};                     // the game for this request
    std::string opens = {};                    // the screen that `open` or `go` named
    const rondix::FlowSetting* keep = nullptr; // whether its change is to be kept is asked:
    int keep_value = 0;                        // to this value, as far as conditions ask
    bool resets = false;      // every screen was closed, for a load or for the start
    std::size_t last = never; // where the last step that was done stands in the file
    bool works = true;        // that step did what it says
    Known* to = nullptr;      // of a listed menu state: where it leads
};

/// How far a goal is that the player can force, at most: the player goes the shortest way, and the
/// other side chooses what is answered.
struct Known {
    std::size_t distance = 0;       // moves from the start
    std::size_t way_out = never;    // to play or out of the game; silence comes to an end
    std::size_t in_silence = never; // the same where silence may last; 0 where that is lost anyway
    std::size_t leaving = never;    // out of the game; 0 where the player is lost anyway
    bool blocked = false; // stuck, whatever lies beneath: neither play, nor quit, nor a lower stack
    bool silenced = false; // the same where silence may last
    const Plain* plain = nullptr;
    std::vector<Step> steps;
};

/// How far it is in presses of the player; everything else costs nothing. To play and to quit with
/// the answers that suit, the way out with those that do not.
struct Presses {
    std::size_t from_start = never, to_play = never, to_quit = never, way_out = never;
};

/// A player has the devices that the flow lists, or these alone.
using Devices = std::set<std::string>;

class Reference {
  public:
    explicit Reference(const rondix::Flow& flow)
        : flow_(flow)
        , devices_(listed()) {}
    Reference(const rondix::Flow& flow, Devices devices)
        : flow_(flow)
        , devices_(std::move(devices)) {}

    /// The devices that the flow lists.
    Devices listed() const;

    Plain start() const;
    /// Where a flow may start that starts by condition: with how many moves of the game before it,
    /// the last of which is `start`.
    std::map<Plain, std::size_t> starts() const;
    /// Every move that can be tried in a menu state, answered or not, whoever can make it.
    std::vector<Step> steps(const Plain& plain) const;
    /// Whether the player has a device for it; what is not the player's happens anyway.
    bool can_happen(const Step& step) const;
    /// All menu states; nothing when there are more than `most`.
    std::optional<std::map<Plain, Known>> list(std::size_t most) const;

    /// The presses of each menu state, by asking again and again until nothing changes.
    std::map<Plain, Presses> presses(const std::map<Plain, Known>& all) const;

    bool usable(const rondix::FlowControl& control, const Plain& plain) const;
    bool in_play(const Plain& plain) const { return screen(plain.top()).play && !plain.asks(); }
    bool runs(const Plain& plain) const;
    /// A control can be seen: it is on no page, or on the one that is shown.
    bool shown(const rondix::FlowControl& control, const Plain& plain) const;
    /// The controls of what is foremost: of the current screen, or of the question over it.
    std::vector<rondix::FlowControl> controls(const Plain& plain) const;
    /// The name under which a condition on a setting is kept: its values, by number.
    std::string asked(const rondix::Condition& condition) const;
    /// The request whose screen this is, or null.
    const rondix::FlowRequest* request_of(const std::string& screen) const;
    /// No control can be used, and back leads nowhere.
    bool nothing_usable(const Plain& plain) const;
    /// Back, again and again, comes to rest at a root, at `back: none`, or on a lower stack.
    bool back_rests(const Plain& plain) const;

    /// A screen as rules see it, with what is built in filled in.
    struct Page {
        bool play = false, pauses = true;
        std::optional<rondix::FlowAction> back, menu, any;
        std::vector<rondix::FlowKey> keys;
        std::vector<rondix::FlowControl> controls;
        std::vector<rondix::FlowGroup> groups;
        bool urgent = false;
        std::optional<rondix::Condition> closes_when;
        std::optional<rondix::FlowAction> moves_on, idle;
        std::uint32_t moves_on_ms = 0, idle_ms = 0;
    };
    Page screen(const std::string& name) const;

  private:
    void act(const rondix::FlowAction& action, Step& step, std::size_t which = 0) const;
    void do_steps(const std::vector<rondix::FlowStep>& steps, Step& step, std::size_t which) const;
    void open(const std::string& name, Step& step) const;
    void answer(const rondix::FlowRequest& request, bool good, Step& step) const;
    const rondix::FlowRequest* answered_by(const std::string& question) const;
    template <class Do>
    void finish(const rondix::FlowRequest& request, Step& step, Do act) const;
    const rondix::FlowSetting* setting(const std::string& name) const;
    void set(const rondix::FlowSetting& setting, int value, Plain& plain) const;
    bool asked_holds(const rondix::Condition& condition, int value) const;
    std::vector<const rondix::Condition*> asks_of(const rondix::FlowSetting& setting) const;
    int turn_of(const rondix::FlowSetting& setting, int value) const;
    std::vector<int> turns_of(const rondix::FlowSetting& setting) const;
    const rondix::FlowControl* pages_of(const Page& page, const rondix::FlowControl& control,
                                        int& number) const;
    void add_control_moves(const rondix::FlowControl& control, const Plain& plain,
                           std::vector<Step>& all) const;
    void add_players_moves(const Plain& plain, std::vector<Step>& all) const;
    void add_answers(const Plain& plain, std::vector<Step>& all) const;
    void add_own_moves(const Plain& plain, std::vector<Step>& all) const;
    void add_games_moves(const Plain& plain, std::vector<Step>& all) const;
    void load(const std::string& scene, Plain& plain) const;
    void home(Plain& plain) const;
    void rest(Plain& plain) const;
    void note_who(const Plain& plain, Step& step) const;
    bool is_timely(const Plain& plain, const Step& step) const;
    double shortest(std::uint32_t ms) const;
    template <class Far>
    std::size_t forced(const Known& known, bool silence, Far far) const;
    template <class Goal>
    void force(std::map<Plain, Known>& all, std::size_t Known::*distance, bool silence,
               Goal goal) const;
    void back_to(const std::string& name, Plain& plain) const;
    std::string scene_beside(std::string_view scene, bool after) const;
    bool holds(const rondix::Condition& condition, const Plain& plain) const;
    bool allowed(rondix::During during, const Plain& plain) const;
    void measure(std::map<Plain, Known>& all) const;
    bool is_blocked(const Known& known, bool silence) const;

    const rondix::Flow& flow_;
    Devices devices_;
    mutable std::optional<std::vector<const rondix::Condition*>> conditions_; // on settings
    mutable bool makes_room_ = false;                                         // for an answer
};

} // namespace naive
