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

/// What somebody types, an editor does at several cursors, or a rename does.
class AnyEdit {
  public:
    explicit AnyEdit(unsigned seed)
        : random_(seed) {}
    std::size_t below(std::size_t count) { return random_() % count; }

    void make(std::string& text) {
        const std::size_t kind = below(12);
        if (kind < 3) return line(text);
        if (kind < 5) return rename(text);
        const std::size_t places = kind < 7 ? 2 + below(4) : 1;
        for (std::size_t i = 0; i < places; ++i) letters(text);
    }

  private:
    /// It goes, or is there twice.
    void line(std::string& text) {
        const std::size_t at = below(text.size() + 1);
        const std::size_t begin = text.rfind('\n', at == 0 ? 0 : at - 1) + 1;
        const std::size_t end = std::min(text.find('\n', at), text.size() - 1) + 1;
        if (begin >= end) return;
        const std::string line = text.substr(begin, end - begin);
        below(2) ? text.erase(begin, line.size()) : text.insert(end, line);
    }
    /// A word, everywhere; a key as well, and where it stands by itself.
    void rename(std::string& text) {
        static const std::vector<std::string> names = {"x", "quay-two", "- a", "a: b", "'q'", ""};
        const auto in_word = [&](std::size_t at) {
            return at < text.size() && (std::isalnum(static_cast<unsigned char>(text[at])) != 0);
        };
        std::size_t begin = below(text.size() + 1);
        while (begin < text.size() && !in_word(begin)) ++begin;
        std::size_t end = begin;
        while (begin > 0 && in_word(begin - 1)) --begin;
        while (in_word(end)) ++end;
        const std::string was = text.substr(begin, end - begin);
        const std::string& is = names[below(names.size())];
        if (was.empty()) return;
        for (std::size_t at = 0; (at = text.find(was, at)) != std::string::npos; at += is.size())
            text.replace(at, was.size(), is);
    }
    void letters(std::string& text) {
        static const std::vector<std::string> pieces = {
            "a",  " ",    "  ",   "\n",  "\n  ",     "\n    ",   ":",  ": ",        "- ",
            "#",  " # x", "'",    "{",   "}",        "[",        "]",  ",",         "\"",
            "&x", "&x a", "*x",   "!t ", "---\n",    "...\n",    "|",  "|\n",       ">-\n",
            "? ", "\t",   "\r\n", "%",   "\xC3\xBC", "key: v\n", "\r", "b: {c: d}", "\xEF\xBB\xBF"};
        const std::size_t at = below(text.size() + 1);
        if (below(3) == 0)
            text.erase(at, below(4));
        else
            text.insert(at, pieces[below(pieces.size())]);
    }

    std::mt19937 random_;
};
/// Any letter and mark anywhere, lines taken out, copied and set in otherwise, words renamed.
TEST(Trees, AreThoseOfAFreshReading) {
    AnyEdit any(11);
    std::size_t taken_over = 0, read = 0;
    const std::vector<std::string> texts = yaml_files();
    for (std::size_t i = 0; i < part_of(how_many(300)); ++i) {
        std::string text = texts[any.below(texts.size())];
        yaml::Trees trees;
        for (int edit = 0; edit < 12; ++edit) {
            expect_as_fresh(trees, text);
            if (testing::Test::HasFatalFailure()) return;
            ++read;
            const std::string before = text;
            any.make(text);
            // Most states can be read, as while somebody types: what cannot is given up often.
            Findings findings;
            if (!yaml::read(Source("one", text), 3, findings) && any.below(3) != 0) text = before;
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

/// A screen's name stands in several places.
TEST(Trees, ReadTheEntriesOfARenameAlone) {
    std::string text = contents(root() / "examples/tidewick/tidewick.flow.yaml");
    yaml::Trees trees;
    expect_as_fresh(trees, text);
    for (const auto& [was, is] :
         {std::pair<std::string, std::string>{"crew", "hands"}, {"hands", "people-aboard"}}) {
        std::size_t places = 0;
        for (std::size_t at = 0; (at = text.find(was, at)) != std::string::npos; at += is.size()) {
            text.replace(at, was.size(), is);
            ++places;
        }
        ASSERT_GT(places, 3u);
        expect_as_fresh(trees, text);
    }
    EXPECT_EQ(trees.taken_over(), 2u);
}

/// An empty key is written nowhere.
TEST(Trees, KnowEmptyKeys) {
    yaml::Trees trees;
    for (const char* text :
         {"a: 1\nb: 2\nc: 3\n", "a: 1\n: 2\nc: 3\n", "a: 1\n: 24\nc: 3\n", "b: 1\n: 24\nc: 3\n",
          "ax: 1\n: 24\nc: 33\n", ": 1\n: 24\nc: 3\n", "a: 1\nb: 24\nc: 3\n"})
        expect_as_fresh(trees, text);
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
