// What is printed or generated cannot be abused: names and texts from elsewhere reach a terminal, a
// header, a makefile, DOT, XML and JSON in a form that is theirs.
#include "tool_runner.hpp"
#include "words/in_xml.hpp"
#include "words/printable.hpp"

#include <nlohmann/json.hpp>
#include <random>

namespace rondix::test {
namespace {

/// What no output may hold as it is: controls, ends of lines of other kinds, turned directions.
const std::vector<std::string> bad = {
    "\x1B[2J",
    "\x07",
    "\x7F",
    "\xC2\x9B"
    "2J",
    "\xE2\x80\xA8",
    "\xE2\x80\xAE",
    "\xE2\x81\xA6",
    "\xE2\x80\x8F",
    "\xEF\xBB\xBF",
    "\xEF\xBF\xBE",
    "\xEF\xBF\xBF",
    "\xD8\x9C",
};

bool is_plain(const std::string& text) {
    for (const std::string& one : bad)
        if (text.find(one.substr(0, one[0] == '\xC2'   ? 2
                                    : one[0] == '\x1B' ? 1
                                                       : one.size())) != text.npos)
            return false;
    return true;
}

TEST(Printable, HasNothingThatIsNotMeant) {
    for (const std::string& one : bad) {
        const std::string text = "Fähre " + one + " 渡し";
        EXPECT_TRUE(is_plain(printable(text))) << printable(text);
        EXPECT_TRUE(is_plain(in_xml(text)));
        EXPECT_TRUE(is_plain(in_dot(text)));
        EXPECT_NE(printable(text).find("Fähre"), std::string::npos);
        EXPECT_NE(printable(text).find("渡し"), std::string::npos);
        const std::string json = nlohmann::json(text).dump();
        EXPECT_TRUE(is_plain(in_plain_json(json)));
        EXPECT_EQ(nlohmann::json::parse(in_plain_json(json)), text); // the same text still
    }
    EXPECT_EQ(printable("a\nb\tc\rd"), "a?b c?d");
    EXPECT_EQ(printable("\xFF\xC3 \xE2\x82"), "?? ??");
    EXPECT_EQ(printable("\xED\xA0\x80"), "???"); // a surrogate
    EXPECT_EQ(in_dot("a\"b\\\nc"), "\"a\\\"b\\\\\nc\"");
    EXPECT_EQ(in_xml("<a & \"b\">\nc"), "&lt;a &amp; &quot;b&quot;&gt;&#10;c");
    EXPECT_EQ(in_makefile("a b#c$d"), "a\\ b\\#c$$d");
}

TEST(Printable, BytesAreTakenAsTheyCome) {
    std::mt19937 random(3);
    for (int i = 0; i < 5000; ++i) {
        std::string text;
        for (std::uint32_t n = random() % 12; n > 0; --n) text += static_cast<char>(random() % 256);
        const std::string once = printable(text);
        EXPECT_EQ(printable(once), once);
        EXPECT_TRUE(is_plain(once));
        EXPECT_TRUE(is_plain(in_xml(text)));
        EXPECT_EQ(printable(text, false).size(), text.size());
    }
}

/// A game's name that ends the comment it stands in, in the header that is made of it.
TEST(Printable, NoNameIsCode) {
    const auto folder = scratch();
    const std::string flow = (folder / "a b.flow.yaml").string();
    for (const std::string& one :
         {std::string("\\n#error live\\n"), std::string("\\u2028"), std::string("\\u202E"),
          std::string("\\u001B[2J"), std::string("\\u009B2J"), std::string("*/ \\\\")}) {
        std::ofstream(flow, std::ios::binary)
            << "rondix: 1\ngame: \"Tide" << one
            << "\"\nstart: title\nscreens:\n  title: { title: \"T" << one
            << "\", controls: [{ button: b, text: \"B" << one << "\", press: quit }] }\n";
        const std::string header = (folder / "x.hpp").string();
        const std::string depends = (folder / "x.d").string();
        const std::string dot = (folder / "x.dot").string();
        const std::string quoted = "'" + flow + "'";
        const Ran ran = rondix("ids " + quoted + " -o " + header + " --depends " + depends);
        if (ran.status == 0) {
            const std::string text = contents(header);
            EXPECT_EQ(text.find("\n#error"), text.npos) << text;
            EXPECT_TRUE(is_plain(text)) << text;
            EXPECT_NE(contents(depends).find("a\\ b.flow.yaml"), std::string::npos);
        }
        for (const char* format : {"text", "json", "sarif", "junit", "csv"}) {
            const Ran check = rondix("check --format " + std::string(format) + " " + quoted);
            EXPECT_TRUE(is_plain(check.output)) << check.output;
        }
        rondix("map " + quoted + " -o " + dot);
        if (std::filesystem::exists(dot)) {
            EXPECT_TRUE(is_plain(contents(dot)));
        }
        EXPECT_TRUE(is_plain(rondix("focus " + quoted + " title").output));
    }
    std::filesystem::remove_all(folder);
}

} // namespace
} // namespace rondix::test
