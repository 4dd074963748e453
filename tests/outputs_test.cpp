// What the tool and the libraries write: no output costs anybody a file. Everything is tried in
// folders of its own; devices are private ones, which only root can make.
#include "files/whole_file.hpp"
#include "tool_runner.hpp"

#include <sys/stat.h>
#include <sys/sysmacros.h>

namespace rondix::test {
namespace {

namespace fs = std::filesystem;

const std::string small = R"(rondix: 1
start: title
screens:
  title: { title: Title, controls: [{ button: leave, press: quit }] }
)";

/// A fix that changes nothing that works: a near name.
const std::string to_fix = R"(rondix: 1
start: titel
screens:
  title: { title: Title, controls: [{ button: leave, press: quit }] }
)";

class Outputs : public testing::Test {
  protected:
    std::string path(const std::string& name) const { return (folder_ / name).string(); }
    std::string put(const std::string& name, const std::string& text) const {
        std::ofstream(path(name), std::ios::binary) << text;
        return path(name);
    }
    std::string said(const std::string& name) const { return contents(path(name)); }
    /// What else lies in the folder by now.
    std::set<std::string> files() const {
        std::set<std::string> names;
        for (const auto& entry : fs::directory_iterator(folder_))
            names.insert(entry.path().filename().string());
        return names;
    }
    /// A device that swallows everything, or one that is full.
    bool make_device(const std::string& name, unsigned minor) const {
        return mknod(path(name).c_str(), S_IFCHR | 0666, makedev(1, minor)) == 0;
    }
    mode_t mode_of(const std::string& name) const {
        struct stat about {};
        EXPECT_EQ(lstat(path(name).c_str(), &about), 0);
        return about.st_mode;
    }
    void TearDown() override { fs::remove_all(folder_); }

    const fs::path folder_ = scratch();
};

// --- what is no file

TEST_F(Outputs, GoIntoADeviceAndLeaveItThere) {
    const std::string flow = put("a.flow.yaml", small);
    if (!make_device("null", 3)) GTEST_SKIP() << "only root makes devices";
    const Ran ran = rondix("pack " + flow + " -o " + path("null"));
    EXPECT_EQ(ran.status, 0) << ran.output;
    EXPECT_TRUE(S_ISCHR(mode_of("null")));
    EXPECT_EQ(files(), (std::set<std::string>{"a.flow.yaml", "null"}));
}

TEST_F(Outputs, GoIntoAPipe) {
    const std::string flow = put("a.flow.yaml", small);
    ASSERT_EQ(mkfifo(path("pipe").c_str(), 0600), 0);
    const std::string reader = "cat " + path("pipe") + " > " + path("read") + " & sleep 0.3; ";
    const Ran ran = shell(reader + "timeout 10 " + tool_path() + " pack " + flow + " -o " +
                          path("pipe") + "; echo status $?; wait");
    EXPECT_NE(ran.output.find("status 0"), ran.output.npos) << ran.output;
    EXPECT_TRUE(S_ISFIFO(mode_of("pipe")));
    rondix("pack " + flow + " -o " + path("image"));
    EXPECT_EQ(said("read"), said("image"));
}

TEST_F(Outputs, DoNotWaitForSomebodyToReadAPipe) {
    const std::string flow = put("a.flow.yaml", small);
    ASSERT_EQ(mkfifo(path("pipe").c_str(), 0600), 0);
    const Ran ran = rondix("pack " + flow + " -o " + path("pipe"));
    EXPECT_EQ(ran.status, 2);
    EXPECT_NE(ran.output.find("nobody reads from it"), ran.output.npos) << ran.output;
    EXPECT_TRUE(S_ISFIFO(mode_of("pipe")));
}

TEST_F(Outputs, SayWhyTheyCannotBeWritten) {
    const std::string flow = put("a.flow.yaml", small);
    fs::create_directory(path("folder"));
    put("old", "old");
    chmod(path("old").c_str(), 0444);
    const std::pair<std::string, std::string> cases[] = {
        {path("folder"), "it is a folder"},
        {path("no/such/x"), "there is no folder"},
        {path("old"), "it is read-only"},
    };
    for (const auto& [output, why] : cases) {
        const Ran ran = rondix("pack " + flow + " -o " + output);
        EXPECT_EQ(ran.status, 2) << output;
        EXPECT_NE(ran.output.find(why), ran.output.npos) << ran.output;
    }
    EXPECT_EQ(said("old"), "old");
}

// --- other files

TEST_F(Outputs, NeverTakeThePlaceOfAnInput) {
    const std::string flow = put("a.flow.yaml", small);
    const std::string other = put("b.flow.yaml", small);
    const std::string walk = put("w.walk.yaml", "rondix-walk: 1\nwalk:\n  - press leave\n");
    fs::create_symlink(flow, path("link.svg"));
    fs::create_hard_link(flow, path("twin.svg"));
    fs::create_hard_link(flow, path("twin.png"));
    const std::string calls[] = {
        "pack " + flow + " -o " + flow,
        "pack " + flow + " -o " + path("./a.flow.yaml"),
        "pack " + flow + " -o " + other,
        "ids " + flow + " -o " + flow,
        "ids " + flow + " -o " + path("x.hpp") + " --depends " + flow,
        "ids " + flow + " -o " + path("x.hpp") + " --depends " + path("x.hpp"),
        "pack " + flow + " -o " + path("x.hpp") + " --depends " + path("./x.hpp"),
        "pack " + flow + " -o " + path("x.rdx") + " --pictures " + flow,
        "pack " + flow + " -o " + path("x.rdx") + " --pictures " + path("./x.rdx"),
        "pack " + flow + " -o " + path("x.rdx") + " --pictures " + path("y") + " --depends " +
            path("y"),
        "schema -o " + flow,
        "map " + flow + " -o " + path("link.svg"),
        "map " + flow + " -o " + path("twin.svg"),
        "strip " + flow + " " + walk + " -o " + path("link.svg"),
        "focus " + flow + " title -o " + path("twin.png"),
    };
    for (const std::string& call : calls) {
        const Ran ran = rondix(call);
        EXPECT_EQ(ran.status, 2) << call << "\n" << ran.output;
        EXPECT_NE(ran.output.find("error: "), ran.output.npos) << call << "\n" << ran.output;
        EXPECT_EQ(said("a.flow.yaml"), small) << call;
        EXPECT_EQ(said("b.flow.yaml"), small) << call;
        EXPECT_FALSE(fs::exists(path("x.hpp"))) << call; // nothing was written before
    }
}

TEST_F(Outputs, NeverTakeThePlaceOfAPicture) {
    const std::string svg = "<svg xmlns='http://www.w3.org/2000/svg' width='8' height='8'/>";
    put("art.svg", svg);
    const std::string flow = put("a.flow.yaml", R"(rondix: 1
start: title
screens:
  title: { title: Title, controls: [{ button: leave, press: quit }, { picture: art, file: art.svg }] }
)");
    for (const std::string& call : {"map " + flow + " -o " + path("art.svg"),
                                    "focus " + flow + " title -o " + path("art.svg")}) {
        const Ran ran = rondix(call);
        EXPECT_EQ(ran.status, 2) << ran.output;
        EXPECT_EQ(said("art.svg"), svg) << call;
    }
}

TEST_F(Outputs, LeaveEveryOtherFileAlone) {
    const std::string flow = put("a.flow.yaml", small);
    for (const char* end : {".new", ".tmp", "~"}) put(std::string("image") + end, "mine");
    put("far", "far");
    fs::create_symlink(path("far"), path("image"));
    ASSERT_EQ(rondix("pack " + flow + " -o " + path("image")).status, 0);
    for (const char* end : {".new", ".tmp", "~"})
        EXPECT_EQ(said(std::string("image") + end), "mine");
    EXPECT_TRUE(fs::is_symlink(path("image"))); // what it leads to is written
    EXPECT_NE(said("far"), "far");
    EXPECT_EQ(files().size(), 6u);
    fs::create_symlink(path("not-yet"), path("ahead"));
    ASSERT_EQ(rondix("pack " + flow + " -o " + path("ahead")).status, 0);
    EXPECT_TRUE(fs::is_symlink(path("ahead")));
    EXPECT_EQ(said("not-yet"), said("far"));
}

TEST_F(Outputs, MayBeWrittenTwiceAtOnce) {
    const std::string flow = put("a.flow.yaml", small);
    std::string calls;
    for (int i = 0; i < 8; ++i)
        calls +=
            "(" + tool_path() + " pack " + flow + " -o " + path("image") + " || echo failed) & ";
    const Ran ran = shell(calls + "wait");
    EXPECT_EQ(ran.output.find("failed"), ran.output.npos) << ran.output;
    EXPECT_EQ(files(), (std::set<std::string>{"a.flow.yaml", "image"}));
}

TEST_F(Outputs, AreOneFileHoweverTheyAreNamed) {
    const fs::path before = fs::current_path();
    fs::current_path(folder_);
    EXPECT_TRUE(files::are_one_file("not-yet", path("not-yet")));
    EXPECT_TRUE(files::are_one_file("./not-yet", "no-folder/../not-yet"));
    EXPECT_FALSE(files::are_one_file("not-yet", "other"));
    fs::create_symlink("not-yet", "ahead");
    EXPECT_TRUE(files::are_one_file("ahead", path("not-yet")));
    fs::current_path(before);
}

TEST_F(Outputs, ReachAFileUnderAllItsNames) {
    put("a", "old");
    fs::create_hard_link(path("a"), path("twin"));
    ASSERT_EQ(files::write_whole(path("a"), "new, and longer"), "");
    EXPECT_EQ(said("twin"), "new, and longer");
    EXPECT_EQ(files().size(), 2u);
}

// --- fixing in place

TEST_F(Outputs, FixAFileAsItIs) {
    put("real.flow.yaml", to_fix);
    chmod(path("real.flow.yaml").c_str(), 0640);
    fs::create_hard_link(path("real.flow.yaml"), path("twin"));
    fs::create_symlink("real.flow.yaml", path("a.flow.yaml"));
    const Ran ran = rondix("check --fix " + path("a.flow.yaml"));
    EXPECT_EQ(ran.status, 0) << ran.output;
    EXPECT_EQ(said("real.flow.yaml"), small);
    EXPECT_EQ(said("twin"), small);
    EXPECT_TRUE(fs::is_symlink(path("a.flow.yaml")));
    EXPECT_EQ(mode_of("real.flow.yaml") & 07777, 0640u);
    EXPECT_EQ(files().size(), 3u);
}

TEST_F(Outputs, DoNotFixAReadOnlyFile) {
    const std::string flow = put("a.flow.yaml", to_fix);
    chmod(flow.c_str(), 0444);
    const Ran ran = rondix("check --fix " + flow);
    EXPECT_EQ(ran.status, 2);
    EXPECT_NE(ran.output.find("read-only"), ran.output.npos) << ran.output;
    EXPECT_EQ(ran.output.find("fixed"), ran.output.npos) << ran.output; // for it was not
    EXPECT_EQ(said("a.flow.yaml"), to_fix);
}

TEST_F(Outputs, DoNotWriteOverWhatWasSavedMeanwhile) {
    const std::string flow = put("a.flow.yaml", "what was read");
    EXPECT_EQ(files::write_whole(flow, "fixed", {.instead_of = "what was read"}), "");
    EXPECT_EQ(said("a.flow.yaml"), "fixed");
    put("a.flow.yaml", "saved by hand");
    const std::string fault = files::write_whole(flow, "fixed", {.instead_of = "what was read"});
    EXPECT_NE(fault.find("in the meantime"), fault.npos) << fault;
    EXPECT_EQ(said("a.flow.yaml"), "saved by hand");
    EXPECT_EQ(files().size(), 1u);
}

/// An editor that saves as fast as it can; every save that it was told of is there at the end.
TEST_F(Outputs, LoseNoSaveToAFix) {
    const std::string flow = path("a.flow.yaml");
    std::size_t lost = 0, written = 0;
    for (int round = 0; round < 300; ++round) {
        const std::string before = "before " + std::to_string(round);
        const std::string saved = "saved " + std::to_string(round);
        put("a.flow.yaml", before);
        const pid_t editor = fork();
        if (editor == 0) {
            usleep(static_cast<useconds_t>(round * 7 % 400));
            std::ofstream(flow + ".save", std::ios::binary) << saved;
            _exit(std::rename((flow + ".save").c_str(), flow.c_str()) == 0 ? 0 : 1);
        }
        written += files::write_whole(flow, "fixed", {.instead_of = before}).empty() ? 1 : 0;
        int status = 0;
        waitpid(editor, &status, 0);
        lost += said("a.flow.yaml") == saved ? 0 : 1;
    }
    EXPECT_EQ(lost, 0u);
    EXPECT_GT(written, 10u); // both orders were met
    EXPECT_EQ(files().size(), 1u);
}

// --- what is printed

TEST_F(Outputs, CountWhenTheyArePrinted) {
    if (!make_device("full", 7)) GTEST_SKIP() << "only root makes devices";
    const std::string flow = put("a.flow.yaml", small);
    const std::string walk = put("w.walk.yaml", "rondix-walk: 1\nwalk:\n  - press leave\n");
    const std::string calls[] = {
        "check " + flow,
        "check --format json " + flow,
        "check --format sarif " + flow,
        "check --fix " + flow,
        "explain no-way-out",
        "walk " + flow + " " + walk,
        "cover " + flow + " " + walk,
        "map " + flow + " -o " + path("m.svg"),
        "draw " + flow + " -o " + path("d"),
        "strip " + flow + " " + walk + " -o " + path("s.svg"),
        "focus " + flow + " title",
        "pack " + flow + " -o " + path("p"),
        "ids " + flow + " -o " + path("i.hpp"),
        "schema",
        "new " + path("n"),
        "--help",
        "--version",
    };
    for (const std::string& call : calls) {
        const Ran full = rondix(call + " 2>&1 >" + path("full"));
        EXPECT_EQ(full.status, 2) << call << full.output;
        EXPECT_NE(full.output.find("error: "), full.output.npos) << call << full.output;
        fs::remove_all(path("n"));
        const Ran closed = rondix(call + " 2>&1 >&-");
        EXPECT_EQ(closed.status, 2) << call << closed.output;
        EXPECT_NE(closed.output.find("error: "), closed.output.npos) << call << closed.output;
        fs::remove_all(path("n"));
    }
}

// --- inputs

TEST_F(Outputs, AreNotWaitedForWherePipesAreRead) {
    ASSERT_EQ(mkfifo(path("pipe").c_str(), 0600), 0);
    ASSERT_EQ(mkfifo(path("pipe.svg").c_str(), 0600), 0);
    ASSERT_EQ(mkfifo(path("pipe.png").c_str(), 0600), 0);
    const std::string flow = put("a.flow.yaml", small);
    const std::string including = put("i.flow.yaml", small + "include: pipe\n");
    const std::string themed = put("t.flow.yaml", small + "theme: pipe\n");
    std::string calls[] = {"check " + path("pipe"),
                           "check " + including,
                           "check " + themed,
                           "walk " + flow + " " + path("pipe"),
                           "trace " + path("pipe"),
                           "",
                           ""};
    for (const char* end : {"svg", "png"})
        calls[end[0] == 's' ? 5 : 6] =
            "check " +
            put(std::string(end) + ".flow.yaml",
                "rondix: 1\nstart: title\nscreens:\n  title: { title: Title, "
                "controls: [{ button: leave, press: quit }, { picture: pipe, file: pipe." +
                    std::string(end) + " }] }\n");
    for (const std::string& call : calls) {
        const Ran ran = shell("timeout 10 " + tool_path() + " " + call);
        EXPECT_NE(ran.status, 124) << call; // it hung
        EXPECT_NE(ran.output.find("it is a pipe"), ran.output.npos) << call << "\n" << ran.output;
    }
}

TEST_F(Outputs, ComeOfFilesWithinTheFolderAlone) {
    fs::create_directory(path("in"));
    put("secret", "secret: what nobody is to see\n");
    put("out.svg", "<svg xmlns='http://www.w3.org/2000/svg' width='8' height='8'/>");
    fs::create_symlink("../secret", path("in/link"));
    const std::string picture =
        "rondix: 1\nstart: title\nscreens:\n  title: { title: Title, "
        "controls: [{ button: leave, press: quit }, { picture: out, file: ../out.svg }] }\n";
    const std::string texts[] = {small + "include: ../secret\n",
                                 small + "include: " + path("secret") + "\n",
                                 small + "include: link\n", small + "theme: ../secret\n", picture};
    for (const std::string& text : texts) {
        const std::string flow = put("in/a.flow.yaml", text);
        const Ran ran = rondix("check " + flow);
        EXPECT_NE(ran.status, 0);
        EXPECT_NE(ran.output.find("outside the folder"), ran.output.npos) << ran.output;
        EXPECT_EQ(ran.output.find("nobody is to see"), ran.output.npos) << ran.output;
    }
    EXPECT_EQ(rondix("check " + path("in/a.flow.yaml") + " --root " + folder_.string()).status, 0);
    EXPECT_EQ(rondix("--root " + folder_.string() + " check " + path("in/a.flow.yaml")).status, 0);
}

} // namespace
} // namespace rondix::test
