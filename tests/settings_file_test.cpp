// Settings in a file: round trips, files that are damaged, a writer that is ended at every system
// call or finds the disk full.
#include "files/whole_file.hpp"
#include "keep/toml_lines.hpp"
#include "rondix/settings_file.hpp"
#include "support.hpp"
#include "traced_writer.hpp"

#include <map>
#include <random>

namespace rondix::test {
namespace {

const char* const flow_text = R"(rondix: 1
game: A Ferry & a Gull
start: title
settings:
  music:  { from: 0, to: 100, by: 5, default: 70 }
  slow:   { from: 0.5, to: 3, by: 0.5, default: 1 }
  gulls:  { default: yes }
  window: { one-of: [960x540, 1280x720], default: 1280x720, keep-within: 10s }
  name:   { max-length: 12, default: Odwin }
  accept: { binds: accept }
screens:
  title:
    keys: { chart: open options }
    controls: [{ button: options, press: open options }, { button: leave, press: quit }]
  options:
    controls:
      - { slider: music, setting: music }
      - { choice: window, setting: window }
      - { binding: accept, setting: accept }
)";

/// Keys have the names K0, K1 ...
std::string_view word_of(void*, DeviceKind, Code code) {
    static std::map<Code, std::string> words;
    return words.try_emplace(code, "K" + std::to_string(static_cast<std::uint32_t>(code)))
        .first->second;
}
bool code_of(void*, DeviceKind, std::string_view word, Code& code) {
    if (word.size() < 2 || word[0] != 'K' || word.size() > 6) return false;
    std::uint32_t number = 0;
    for (const char c : word.substr(1)) {
        if (c < '0' || c > '9') return false;
        number = number * 10 + static_cast<std::uint32_t>(c - '0');
    }
    code = Code{number};
    return true;
}
constexpr CodeWords code_words{nullptr, word_of, code_of};

/// A game with a folder of its own, which is gone with it.
class Game {
  public:
    explicit Game(const std::string& name = "one")
        : file_(good_flow(flow_text))
        , menus_(flow()) {
        folder_ = std::filesystem::temp_directory_path() /
                  ("rondix-settings-" + std::to_string(::getpid()) + "-" + name);
        std::filesystem::remove_all(folder_);
        begin(menus_);
    }
    ~Game() { std::filesystem::remove_all(folder_); }

    const CompiledFlow& flow() const { return *file_.compiled; }
    Runner& menus() { return menus_; }
    std::string path() const { return (folder_ / "deep/settings.toml").string(); }
    SettingsFile kept() const { return SettingsFile(path(), code_words); }

    /// Two keys for accept, one for each other button and for the chart.
    void begin(Runner& menus) const {
        Bindings bindings(flow());
        for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::pad})
            for (std::uint32_t i = 0; i < bindings.targets(); ++i)
                EXPECT_TRUE(bindings.add(kind, Code{i}, Target(i)));
        EXPECT_TRUE(bindings.add(DeviceKind::keyboard, Code{100}, target_of(Button::accept)));
        menus.set_bindings(bindings, {nullptr, word_of});
    }

    void put(const std::string& text) const {
        EXPECT_EQ(files::write_whole(path(), text, {.make_folders = true}), "");
    }

    /// What a fresh game makes of the file, and what it was told.
    std::string load() {
        Runner fresh(flow());
        begin(fresh);
        notes_ = kept().load(fresh);
        return state_of(fresh);
    }
    std::string notes() const {
        std::string all;
        for (const SettingsNote& note : notes_)
            all += (note.line == 0 ? "file" : std::to_string(note.line)) + ": " +
                   note.text.substr(note.line == 0 ? 0 : note.text.find(": ") + 2) + "\n";
        return all;
    }

    std::string state_of(const Runner& menus) const {
        std::string text;
        for (std::size_t i = 0; i < flow().settings.size(); ++i) {
            const auto id = SettingId(i);
            if (flow()[id].kind == SettingKind::key) continue;
            text += std::string(flow().text(flow()[id].id)) + "=" +
                    (flow()[id].kind == SettingKind::text
                         ? std::string(menus.text_of(id))
                         : std::string(flow().text(
                               flow().words[flow()[id].words.begin + menus.value_of(id)]))) +
                    " ";
        }
        for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::pad})
            for (std::size_t i = 0; i < menus.bindings().targets(); ++i)
                for (const Code code : menus.bindings().codes(kind, Target(i)))
                    if (!menus.bindings().is_default(kind, Target(i)))
                        text += std::string(name_of(flow(), Target(i))) + ":" +
                                std::string(word_of(nullptr, kind, code)) + " ";
        return text;
    }

  private:
    FlowFile file_;
    Runner menus_;
    std::filesystem::path folder_;
    std::vector<SettingsNote> notes_;
};

constexpr const char* all_first = "music=70 slow=1 gulls=yes window=1280x720 name=Odwin ";

TEST(SettingsFile, NoFileIsNothingToSpeakOf) {
    Game game;
    EXPECT_EQ(game.load(), all_first);
    EXPECT_EQ(game.notes(), "");
}

TEST(SettingsFile, ComesBackAsItWas) {
    Game game;
    std::mt19937 random(7);
    for (int i = 0; i < 300; ++i) {
        Runner& menus = game.menus();
        for (std::size_t s = 0; s < game.flow().settings.size(); ++s) {
            const Setting& setting = game.flow().settings[s];
            if (is_counted(setting.kind))
                menus.set_setting(SettingId(s),
                                  static_cast<std::uint16_t>(random() % setting.values));
        }
        const char* names[] = {"", "Bess \"the\" gull\\", "Øre\tand\nline", "#1", "a = 'b'"};
        menus.set_text(game.flow().setting("name"), names[random() % 5]);
        for (int k = 0; k < 4; ++k)
            menus.rebind(random() % 2 ? DeviceKind::keyboard : DeviceKind::pad, Code(random() % 12),
                         Target(random() % menus.bindings().targets()));
        SettingsFile kept = game.kept();
        ASSERT_TRUE(kept.save(menus));
        ASSERT_EQ(game.load(), game.state_of(menus)) << contents(game.path());
        ASSERT_EQ(game.notes(), "");
    }
}

TEST(SettingsFile, AValueThatIsWrongCostsThatValueAlone) {
    Game game;
    const std::string text = "[settings]\n"
                             "music = 900\n"
                             "slow = 1.2\n"
                             "gulls = \"perhaps\"\n"
                             "window = \"3x3\"\n"
                             "name = \"Odwin Marl of the pier\"\n"
                             "colour = \"red\"\n"
                             "oh dear\n"
                             "[keyboard]\n"
                             "accept = []\n"
                             "up = [\"K50\", \"Q\"]\n"
                             "down = [\"K50\"]\n"
                             "sideways = [\"K1\"]\n";
    game.put(text);
    EXPECT_EQ(game.load(), "music=100 slow=1 gulls=yes window=1280x720 name=Odwin Marl o up:K50 ");
    EXPECT_EQ(game.notes(), "8: Error while parsing key-value pair: expected '=', saw 'd'\n"
                            "2: 'music' cannot be 900; it is 100 now\n"
                            "3: 'slow' cannot be 1.2; it is 1 now\n"
                            "4: 'gulls' must be true or false\n"
                            "5: 'window' cannot be '3x3'\n"
                            "6: 'name' is longer than 12 characters and was cut\n"
                            "7: there is no setting 'colour'\n"
                            "11: 'up' has an unknown key\n"
                            "13: there is no key 'sideways'\n"
                            "12: a key of 'down' is used elsewhere, or is one too many\n"
                            "10: 'accept' needs a key; its defaults are used\n");
    EXPECT_EQ(contents(game.path() + ".damaged"), text);
    // Read again it is not kept aside twice; another damage is.
    game.load();
    EXPECT_FALSE(std::filesystem::exists(game.path() + ".damaged-2"));
    game.put("x");
    game.load();
    EXPECT_EQ(contents(game.path() + ".damaged-2"), "x");
}

/// Whatever is done to one line, those on the others stay, and nothing is out of range.
TEST(SettingsFile, DamageStaysOnItsLine) {
    Game game;
    std::mt19937 random(11);
    const std::vector<std::string> lines = {
        "[settings]",    "music = 25",           "slow = 2",
        "gulls = false", "window = \"960x540\"", "name = \"Bess\""};
    const std::vector<std::string> kept = {"",          "music=25 ",       "slow=2 ",
                                           "gulls=no ", "window=960x540 ", "name=Bess "};
    std::size_t told = 0;
    for (int i = 0; i < 3000; ++i) {
        std::vector<std::string> damaged = lines;
        const std::size_t which = 1 + random() % (lines.size() - 1);
        std::string& line = damaged[which];
        for (std::uint32_t n = 1 + random() % 3; n > 0; --n) {
            const std::size_t at = random() % line.size();
            switch (random() % 3) {
            case 0: line[at] = static_cast<char>(random() % 256); break;
            case 1: line.insert(at, 1, "\"'[]{}=#.\\-,"[random() % 12]); break;
            default: line.erase(at, 1 + random() % 3);
            }
            if (line.empty()) line = " ";
        }
        // One that became a line of its own, or a table, is another damage than this.
        if (line.find('\n') != std::string::npos || line.find('[') < line.find('=')) continue;
        std::string text;
        for (const std::string& one : damaged) text += one + "\n";
        game.put(text);
        const std::string state = game.load();
        told += game.notes().empty() ? 0 : 1;
        for (std::size_t l = 1; l < lines.size(); ++l) {
            if (l != which) {
                ASSERT_NE(state.find(kept[l]), std::string::npos) << text << "\n" << state;
            }
        }
        if (i % 50 == 0)
            std::filesystem::remove_all(std::filesystem::path(game.path()).parent_path());
    }
    EXPECT_GT(told, 1000u);
}

TEST(SettingsFile, AnyBytesAreRead) {
    Game game;
    std::mt19937 random(13);
    for (int i = 0; i < 500; ++i) {
        std::string text;
        for (std::uint32_t n = random() % 400; n > 0; --n)
            text += random() % 3 ? "[]=\"\n music.{}'"[random() % 15]
                                 : static_cast<char>(random() % 256);
        game.put(text);
        game.load();
        if (i % 8 == 0)
            std::filesystem::remove_all(std::filesystem::path(game.path()).parent_path());
    }
    std::filesystem::remove_all(std::filesystem::path(game.path()).parent_path());
    game.put(std::string(2u << 20, 'x'));
    EXPECT_EQ(game.load(), all_first);
    EXPECT_NE(game.notes().find("too large for settings"), std::string::npos);
    // It is not written over by the next save.
    SettingsFile kept = game.kept();
    EXPECT_TRUE(kept.save(game.menus()));
    EXPECT_EQ(contents(game.path() + ".damaged"), std::string(2u << 20, 'x'));
}

TEST(SettingsFile, WhatThePlayerIsAskedAboutIsNotKeptYet) {
    Game game;
    Runner& menus = game.menus();
    const SettingId window = game.flow().setting("window");
    menus.start();
    ASSERT_TRUE(menus.replay(Move::press(ControlId{0})));
    const ControlId control = game.flow().control(game.flow().screen("options"), "window");
    ASSERT_TRUE(menus.replay(Move::change(control, 0)));
    SettingsFile kept = game.kept();
    EXPECT_TRUE(kept.save(menus));
    EXPECT_NE(game.load().find("window=1280x720"), std::string::npos);
    menus.advance(11); // nobody says yes
    EXPECT_EQ(menus.value_of(window), 1);
}

TEST(SettingsFile, IsWrittenOnceAfterManyChanges) {
    Game game;
    SettingsFile kept = game.kept();
    for (int i = 0; i < 20; ++i) {
        kept.obey(Effect(EffectKind::setting));
        EXPECT_TRUE(kept.save_when_quiet(game.menus(), 0.1));
        EXPECT_FALSE(std::filesystem::exists(game.path()));
    }
    EXPECT_TRUE(kept.save_when_quiet(game.menus(), 0.5));
    EXPECT_TRUE(std::filesystem::exists(game.path()));
}

TEST(SettingsFile, StandsWhereTheSpecificationSays) {
    Game game;
    ::setenv("XDG_CONFIG_HOME", "/somewhere", 1);
    EXPECT_EQ(settings_path(game.flow()), "/somewhere/a-ferry-a-gull/settings.toml");
    ::setenv("XDG_CONFIG_HOME", "relative", 1);
    ::setenv("HOME", "/home/odwin", 1);
    EXPECT_EQ(settings_path(game.flow()), "/home/odwin/.config/a-ferry-a-gull/settings.toml");
    ::unsetenv("HOME");
    EXPECT_EQ(settings_path(game.flow()), "");
}

TEST(SettingsFile, TellsWhyItCannotBeWritten) {
    Game game;
    const auto expect_no_folder = [&](const std::string& folder, const std::string& why) {
        const Status status = SettingsFile(folder + "/settings.toml").save(game.menus());
        EXPECT_EQ(status.code(), StatusCode::not_written);
        EXPECT_EQ(status.words(), "cannot make the folder '" + folder + "': " + why);
    };
    expect_no_folder("/proc/nowhere", "No such file or directory");
    game.put("x");
    expect_no_folder(game.path(), "Not a directory");
}

// --- ended at every system call

std::string old_text() {
    return "[settings]\nmusic = 5\n";
}
std::string new_text() {
    std::string text = "[settings]\nmusic = 10\n";
    while (text.size() < 20'000) text += "# a longer file, so that a part of it would show\n";
    return text;
}

/// Writes the new text over the old one, with something happening on the way: one of them is there
/// afterwards, whole.
TracedRun write_over(const Game& game, int nth, AtCall what, std::string& text) {
    game.put(old_text());
    const TracedRun run = run_traced(nth, what, [&] {
        return files::write_whole(game.path(), new_text(), {.make_folders = true}).empty() ? 0 : 1;
    });
    text = contents(game.path());
    EXPECT_TRUE(text == old_text() || text == new_text()) << "at call " << nth;
    return run;
}

TEST(SettingsFile, AWriterEndedAtAnySystemCallLeavesOneFileWhole) {
    Game game("ended");
    bool saw_old = false, saw_new = false;
    int calls = 0;
    for (int nth = 1;; ++nth) {
        std::string text;
        const TracedRun run = write_over(game, nth, AtCall::ends, text);
        ASSERT_FALSE(testing::Test::HasFailure());
        saw_old = saw_old || text == old_text();
        saw_new = saw_new || text == new_text();
        calls = nth;
        if (run.ended) continue;
        EXPECT_EQ(run.exit_status, 0);
        break;
    }
    EXPECT_TRUE(saw_old);
    EXPECT_TRUE(saw_new);
    EXPECT_GT(calls, 8); // open, write, fsync, close, rename ...
}

TEST(SettingsFile, AFullDiskAtAnySystemCallLeavesOneFileWhole) {
    Game game("full");
    int refused = 0, calls = 0;
    for (int nth = 1;; ++nth) {
        std::string text;
        const TracedRun run = write_over(game, nth, AtCall::has_no_room, text);
        ASSERT_FALSE(testing::Test::HasFailure());
        if (run.exit_status == 1) {
            ++refused;
            EXPECT_EQ(text, old_text()) << "at call " << nth;
        } else {
            EXPECT_EQ(text, new_text()) << "at call " << nth;
        }
        calls = nth;
        if (run.calls < nth) break;
    }
    EXPECT_GT(refused, 3); // open, write, fsync, close, rename; what comes after may fail unnoticed
    EXPECT_GT(calls, refused);
}

/// A file with two names is written over in its place: where that ends halfway, what it should say
/// stands beside it.
TEST(SettingsFile, AWriterOfTwoNamesLosesNoTextAtAnySystemCall) {
    namespace fs = std::filesystem;
    for (const AtCall what : {AtCall::ends, AtCall::has_no_room}) {
        Game game("names");
        const std::string before = new_text(), after = old_text(); // shorter: an end is cut off
        bool saw_neither = false;
        for (int nth = 1;; ++nth) {
            const fs::path folder = fs::path(game.path()).parent_path();
            fs::remove_all(folder);
            game.put(before);
            fs::create_hard_link(game.path(), folder / "twin");
            const TracedRun run = run_traced(
                nth, what, [&] { return files::write_whole(game.path(), after).empty() ? 0 : 1; });
            const std::string text = contents(game.path());
            EXPECT_EQ(contents(folder / "twin"), text);
            if (run.exit_status == 0) {
                EXPECT_EQ(text, after) << "at call " << nth;
            }
            bool whole = text == before || text == after;
            saw_neither = saw_neither || !whole;
            for (const auto& entry : fs::directory_iterator(folder))
                whole = whole || contents(entry.path()) == after;
            ASSERT_TRUE(whole) << "at call " << nth;
            if (what == AtCall::ends ? !run.ended : run.calls < nth) break;
        }
        EXPECT_TRUE(saw_neither); // else there is nothing to lose
    }
}

TEST(SettingsFile, StaysAsPrivateAsItIs) {
    Game game("private");
    game.put("[settings]\n");
    ASSERT_EQ(::chmod(game.path().c_str(), 0600), 0);
    EXPECT_TRUE(game.kept().save(game.menus()));
    struct stat about {};
    ASSERT_EQ(::stat(game.path().c_str(), &about), 0);
    EXPECT_EQ(about.st_mode & 07777, 0600u);
}

TEST(SettingsFile, DoesNotWaitForAPipe) {
    Game game("pipe");
    game.put("");
    std::filesystem::remove(game.path());
    ASSERT_EQ(::mkfifo(game.path().c_str(), 0600), 0);
    game.load();
    EXPECT_NE(game.notes().find("it is a pipe"), std::string::npos) << game.notes();
    EXPECT_EQ(game.kept().save(game.menus()).code(), StatusCode::not_written);
    struct stat about {};
    ASSERT_EQ(::stat(game.path().c_str(), &about), 0);
    EXPECT_TRUE(S_ISFIFO(about.st_mode));
}

} // namespace
} // namespace rondix::test
