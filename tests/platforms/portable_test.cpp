// What a game that ships does with files, on any platform: settings that are kept, menus that are
// found again, traces. Names are UTF-8, and what fails is told in words.
#include "tidewick.packed.h"

#include "rondix/runtime/packed_flow.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/saved_state.hpp"
#include "rondix/settings_file.hpp"
#include "rondix/trace.hpp"

#include <gtest/gtest.h>

#include <filesystem>
#include <fstream>
#include <optional>
#include <random>
#include <sstream>

namespace rondix::test {
namespace {

namespace fs = std::filesystem;

class Portable : public ::testing::Test {
  protected:
    Portable() {
        const Status status = open_packed(std::as_bytes(std::span(packed_flow)), flow_);
        EXPECT_TRUE(status) << status.words();
        menus_.emplace(flow_);
        // A name that no code page of one byte has.
        folder_ = fs::temp_directory_path() / fs::path(u8"rondix-F\u00e6hre-\u6e21\u3057") /
                  std::to_string(std::random_device()());
        fs::remove_all(folder_);
        fs::create_directories(folder_);
    }
    ~Portable() override {
        std::error_code left;
        fs::permissions(folder_ / "settings.toml", fs::perms::owner_write, fs::perm_options::add,
                        left);
        fs::remove_all(folder_, left);
    }
    Portable(const Portable&) = delete;
    Portable& operator=(const Portable&) = delete;

    std::string name(const char* file) const {
        const std::u8string text = (folder_ / file).u8string();
        return {text.begin(), text.end()};
    }
    std::string said(const char* file) const {
        std::ifstream in(folder_ / file, std::ios::binary);
        std::ostringstream text;
        text << in.rdbuf();
        return text.str();
    }
    std::size_t files() const {
        return static_cast<std::size_t>(
            std::distance(fs::directory_iterator(folder_), fs::directory_iterator()));
    }
    SettingId music() const { return flow_.setting("music"); }

    CompiledFlow flow_;
    std::optional<Runner> menus_;
    fs::path folder_;
};

TEST_F(Portable, SettingsAreKept) {
    SettingsFile kept(name("settings.toml"));
    EXPECT_TRUE(kept.load(*menus_).empty());
    menus_->start();
    for (const std::uint16_t value : {3, 7, 0, 12}) { // made, and then replaced
        ASSERT_TRUE(menus_->set_setting(music(), value));
        const Status status = kept.save(*menus_);
        ASSERT_TRUE(status) << status.words();
        Runner later(flow_);
        SettingsFile again(name("settings.toml"));
        EXPECT_TRUE(again.load(later).empty());
        EXPECT_EQ(later.value_of(music()), value);
        EXPECT_EQ(files(), 1u); // nothing is left beside it
    }
}

TEST_F(Portable, SettingsMakeTheFoldersThatAreMissing) {
    SettingsFile kept(name("one/two/settings.toml"));
    menus_->start();
    const Status status = kept.save(*menus_);
    ASSERT_TRUE(status) << status.words();
    EXPECT_TRUE(fs::exists(folder_ / "one" / "two" / "settings.toml"));
}

TEST_F(Portable, AReadOnlyFileIsLeftAloneWithWords) {
    SettingsFile kept(name("settings.toml"));
    menus_->start();
    ASSERT_TRUE(kept.save(*menus_));
    const std::string before = said("settings.toml");
    fs::permissions(folder_ / "settings.toml",
                    fs::perms::owner_write | fs::perms::group_write | fs::perms::others_write,
                    fs::perm_options::remove);
    menus_->set_setting(music(), 2);
    const Status status = kept.save(*menus_);
    EXPECT_EQ(status.code(), StatusCode::not_written);
    EXPECT_NE(status.words().find("read-only"), std::string_view::npos) << status.words();
    EXPECT_EQ(said("settings.toml"), before);
    EXPECT_EQ(files(), 1u);
}

TEST_F(Portable, AFolderIsNoSettingsFile) {
    fs::create_directories(folder_ / "settings.toml" / "mine");
    SettingsFile kept(name("settings.toml"));
    menus_->start();
    const Status status = kept.save(*menus_);
    EXPECT_NE(status.words().find("it is a folder"), std::string_view::npos) << status.words();
    // Who loads it is told, and it makes room.
    EXPECT_FALSE(kept.load(*menus_).empty());
    EXPECT_TRUE(kept.save(*menus_));
    EXPECT_TRUE(fs::exists(folder_ / "settings.toml.damaged" / "mine"));
}

TEST_F(Portable, WhatIsDamagedIsKeptAside) {
    std::ofstream(folder_ / "settings.toml", std::ios::binary)
        << "[settings]\nmusic = \"loud\"\r\nno such line\n";
    SettingsFile kept(name("settings.toml"));
    EXPECT_FALSE(kept.load(*menus_).empty());
    EXPECT_NE(said("settings.toml.damaged").find("no such line"), std::string::npos);
    menus_->start();
    EXPECT_TRUE(kept.save(*menus_));
    Runner later(flow_);
    EXPECT_TRUE(SettingsFile(name("settings.toml")).load(later).empty());
}

TEST_F(Portable, TheUsersFolderIsTheSystems) {
    const std::string path = settings_path(flow_);
#if defined(_WIN32)
    EXPECT_NE(path.find("AppData"), std::string::npos) << path;
#endif
    EXPECT_TRUE(path.empty() || path.ends_with("/tidewick-ferry/settings.toml")) << path;
}

TEST_F(Portable, MenusAreFoundAgain) {
    menus_->start();
    ASSERT_TRUE(menus_->finish(menus_->load_ticket(), Answer::done));
    ASSERT_TRUE(menus_->replay(Move::press(flow_.control(flow_.screen("title"), "options"))));
    const std::string text = saved_text(saved(*menus_));
    SavedState was;
    ASSERT_TRUE(read_saved(text, was));
    Runner later(flow_);
    const Restored how = restore(later, was, {}); // without a limit: this machine may be slow
    EXPECT_FALSE(how.at_home);
    EXPECT_TRUE(how.dropped.empty());
    EXPECT_EQ(later.menu_state(), menus_->menu_state());
}

TEST_F(Portable, ATraceIsWrittenAndSetAside) {
    Trace trace(name("ferry.trace.jsonl"), 20'000);
    menus_->start();
    trace.begin(*menus_);
    ASSERT_TRUE(trace.status()) << trace.status().words();
    for (int i = 0; i < 400; ++i) {
        menus_->post(EventId(i % 3));
        menus_->press(Button(i % 9));
        menus_->release(Button(i % 9));
        menus_->advance(0.5);
        if (menus_->load_ticket() != LoadTicket{})
            menus_->finish(menus_->load_ticket(), Answer::done);
        trace.note(*menus_, menus_->take_effects(), 0.5);
        ASSERT_TRUE(trace.is_on()) << trace.status().words();
    }
    trace.end();
    EXPECT_TRUE(fs::exists(folder_ / "ferry.trace.jsonl.old"));
    EXPECT_NE(said("ferry.trace.jsonl").find("\"game\":\"Tidewick Ferry\""), std::string::npos);
}

} // namespace
} // namespace rondix::test
