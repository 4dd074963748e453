// Files that are read again after a change: what comes of it is what a fresh reading says.
#include "reference/part.hpp"
#include "support.hpp"

#include "yaml/trees.hpp"

#include <yaml-cpp/yaml.h>

#include <random>

namespace rondix::test {
namespace {

void expect_same(const yaml::Node& a, const yaml::Node& b, const std::string& text) {
    ASSERT_TRUE(a.kind == b.kind && a.plain == b.plain && a.text == b.text && a.size == b.size &&
                a.place.begin == b.place.begin && a.place.end == b.place.end &&
                a.place.file == b.place.file && a.children.size() == b.children.size())
        << "'" << a.text << "' at " << a.place.begin << " and '" << b.text << "' at "
        << b.place.begin << " in\n"
        << text;
    for (std::size_t i = 0; i < a.children.size(); ++i) {
        expect_same(a.children[i], b.children[i], text);
        if (testing::Test::HasFatalFailure()) return;
    }
}

void expect_as_fresh(yaml::Trees& trees, const std::string& text) {
    const Source source("one", text);
    Findings again, fresh;
    const yaml::Node* is = trees.read(source, 3, again);
    const std::optional<yaml::Node> wanted = yaml::read(source, 3, fresh);
    ASSERT_EQ(is != nullptr, wanted.has_value()) << text;
    ASSERT_EQ(again.size(), fresh.size()) << text;
    for (std::size_t i = 0; i < fresh.size(); ++i) {
        ASSERT_EQ(again[i].text, fresh[i].text);
        ASSERT_EQ(again[i].place.begin, fresh[i].place.begin);
    }
    if (is) expect_same(*is, *wanted, text);
}

std::vector<std::string> yaml_files() {
    std::vector<std::string> texts;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "examples"))
        if (entry.path().extension() == ".yaml") texts.push_back(contents(entry.path()));
    return texts;
}

/// Any letter and mark anywhere, lines taken out, copied and set in otherwise.
TEST(Trees, AreThoseOfAFreshReading) {
    std::mt19937 random(11);
    const std::vector<std::string> pieces = {
        "a",  " ",    "  ",   "\n",  "\n  ",     "\n    ",   ":",  ": ",        "- ",
        "#",  " # x", "'",    "{",   "}",        "[",        "]",  ",",         "\"",
        "&x", "&x a", "*x",   "!t ", "---\n",    "...\n",    "|",  "|\n",       ">-\n",
        "? ", "\t",   "\r\n", "%",   "\xC3\xBC", "key: v\n", "\r", "b: {c: d}", "\xEF\xBB\xBF"};
    std::size_t taken_over = 0, read = 0;
    const std::vector<std::string> texts = yaml_files();
    for (std::size_t i = 0; i < part_of(how_many(300)); ++i) {
        std::string text = texts[random() % texts.size()];
        yaml::Trees trees;
        for (int edit = 0; edit < 12; ++edit) {
            expect_as_fresh(trees, text);
            if (testing::Test::HasFatalFailure()) return;
            ++read;
            const std::string before = text;
            const std::size_t at = random() % (text.size() + 1);
            if (random() % 4 == 0) { // a line goes, or is there twice
                const std::size_t begin = text.rfind('\n', at == 0 ? 0 : at - 1) + 1;
                const std::size_t end = std::min(text.find('\n', at), text.size() - 1) + 1;
                if (begin >= end) continue;
                const std::string line = text.substr(begin, end - begin);
                random() % 2 ? text.erase(begin, line.size()) : text.insert(end, line);
            } else if (random() % 3 == 0) {
                text.erase(at, random() % 4);
            } else {
                text.insert(at, pieces[random() % pieces.size()]);
            }
            // Most states can be read, as while somebody types: what cannot is given up often.
            Findings findings;
            if (!yaml::read(Source("one", text), 3, findings) && random() % 3 != 0) text = before;
        }
        taken_over += trees.taken_over();
    }
    std::printf("%zu of %zu readings took most of it over\n", taken_over, read);
    EXPECT_GT(taken_over, read / 10);
}

/// What is typed into one screen leaves the others alone.
TEST(Trees, ReadOneEntryAlone) {
    std::string text = contents(root() / "examples/tidewick/tidewick.flow.yaml");
    yaml::Trees trees;
    expect_as_fresh(trees, text);
    EXPECT_EQ(trees.taken_over(), 0u);
    std::size_t expected = 0;
    const std::string typed = "\n      - { button: map, text: Map, press: open crew }";
    std::size_t at = text.find('\n', text.find("button: crew"));
    text.insert(at, typed);
    expect_as_fresh(trees, text);
    EXPECT_EQ(trees.taken_over(), ++expected);
    at = text.find("open crew }", at) + 5;
    for (const char letter : std::string("xyz")) {
        text.insert(at, 1, letter);
        expect_as_fresh(trees, text);
        EXPECT_EQ(trees.taken_over(), ++expected);
    }
}

/// Texts in several lines, which the library cuts off or adds to where their mark stands on a line
/// of its own: they are told, or read as another library reads them.
TEST(YamlTree, ReadsTextsInLinesAsTheyStand) {
    std::mt19937 random(7);
    const auto blanks = [&](std::size_t most) { return std::string(random() % (most + 1), ' '); };
    std::size_t good = 0, refused = 0;
    for (std::size_t i = 0; i < part_of(how_many(2'000)); ++i) {
        const std::size_t in = 1 + random() % 3;
        std::string text = "r:\n" + std::string(in, ' ') +
                           "a:" + (random() % 2 ? " " : "\n " + blanks(3)) +
                           (random() % 2 ? "|" : ">") + (random() % 3 ? "" : "-") + "\n";
        const std::string within = std::string(in + 1 + random() % 3, ' ');
        for (std::size_t k = 1 + random() % 4; k > 0; --k)
            text += random() % 5 == 0 ? "\n" : within + (k > 1 ? blanks(2) : "") + "x: \"y\n";
        if (random() % 2) text += std::string(in, ' ') + "b: c\n";
        Findings findings;
        const std::optional<yaml::Node> tree = yaml::read(Source("one", text), 0, findings);
        std::string wanted;
        try {
            wanted = YAML::Load(text)["r"]["a"].as<std::string>();
        } catch (const YAML::Exception&) {
            continue; // it is no YAML
        }
        if (!tree) {
            EXPECT_FALSE(findings.empty()) << text;
            ++refused;
            continue;
        }
        ++good;
        std::string is = tree->children[1].children[1].text;
        for (std::string* one : {&is, &wanted}) // how blank lines are folded is each library's own
            std::erase_if(*one, [](char c) { return c == '\n' || c == ' '; });
        ASSERT_EQ(is, wanted) << text;
    }
    // What is empty is no fault, as far as the library does not take what follows for it.
    for (const char* empty : {"a: |\nb: c\n", "a: |\n\n\nb: c\n", "- |\n- x\n"}) {
        Findings findings;
        EXPECT_TRUE(yaml::read(Source("one", empty), 0, findings)) << empty;
    }
    EXPECT_GT(good, refused / 4);
    std::printf("%zu read, %zu refused\n", good, refused);
}

} // namespace
} // namespace rondix::test
