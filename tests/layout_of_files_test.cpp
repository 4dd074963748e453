// Where entries stand in a file as text: what is taken out and put in, and what stays.
#include "editing/yaml_layout.hpp"
#include "support.hpp"

#include <yaml-cpp/yaml.h>

#include <map>
#include <random>

namespace rondix::test {
namespace {

std::string with(const std::string& text, const std::optional<Edit>& edit) {
    if (!edit) return "nothing";
    std::string changed = text;
    return changed.replace(edit->place.begin, edit->place.end - edit->place.begin, edit->text);
}

class FileLayout : public testing::Test {
  protected:
    void read(const std::string& text) {
        text_ = text;
        source_ = Source("file", text);
    }
    std::uint32_t at(const std::string& word) const {
        return static_cast<std::uint32_t>(text_.find(word));
    }
    SourceRange place(const std::string& word) const {
        return {at(word), static_cast<std::uint32_t>(at(word) + word.size()), 0};
    }
    std::string drop_entry(const std::string& word) const {
        return with(text_, layout().drop_entry(at(word)));
    }
    std::string drop_map(const std::string& word) const {
        return with(text_, layout().drop_map(at(word)));
    }
    std::string under(const std::string& key, const char* entry) const {
        return with(text_, layout().add_under(place(key), entry));
    }
    std::string beside(const std::string& word, const char* entry) const {
        return with(text_, layout().add_beside(at(word), entry));
    }
    /// The words behind a key, asked for from another entry of the same map.
    std::string value(const std::string& from, const std::string& key) const {
        const auto place = layout().value_of(at(from), key);
        return place ? text_.substr(place->begin, place->end - place->begin) : "nothing";
    }
    std::string item(const std::string& word, const char* what) const {
        return with(text_, layout().add_item(at(word), what));
    }

  private:
    Layout layout() const { return {source_, 0}; }

    std::string text_;
    Source source_;
};

TEST_F(FileLayout, DropsEntriesInBrackets) {
    read("a: { one: 1, two: 2, three: 3 } # all\n");
    EXPECT_EQ(drop_entry("one"), "a: { two: 2, three: 3 } # all\n");
    EXPECT_EQ(drop_entry("two"), "a: { one: 1, three: 3 } # all\n");
    EXPECT_EQ(drop_entry("three"), "a: { one: 1, two: 2 } # all\n");
    read("a: [{ b: 1 }, { c: [2, 3], d: \"x, }y\" }, { e: 4 }]\n");
    EXPECT_EQ(drop_map("c:"), "a: [{ b: 1 }, { e: 4 }]\n");
    EXPECT_EQ(drop_entry("d:"), "a: [{ b: 1 }, { c: [2, 3] }, { e: 4 }]\n");
    EXPECT_EQ(drop_map("e:"), "a: [{ b: 1 }, { c: [2, 3], d: \"x, }y\" }]\n");
}

TEST_F(FileLayout, DropsEntriesOnLines) {
    read("a:\n  one: 1   # first\n\n  # of the second\n  two:\n    - x\n    - y\n  three: 3\nb: "
         "4\n");
    EXPECT_EQ(drop_entry("one"),
              "a:\n\n  # of the second\n  two:\n    - x\n    - y\n  three: 3\nb: 4\n");
    EXPECT_EQ(drop_entry("two"), "a:\n  one: 1   # first\n\n  # of the second\n  three: 3\nb: 4\n");
    EXPECT_EQ(drop_map("three"), "b: 4\n");
    read("list:\n- button: a\n  text: A\n- button: b\n  text: B\nlast: 1\n");
    EXPECT_EQ(drop_map("button: a"), "list:\n- button: b\n  text: B\nlast: 1\n");
    EXPECT_EQ(drop_map("text: B"), "list:\n- button: a\n  text: A\nlast: 1\n");
    EXPECT_EQ(drop_entry("text: A"), "list:\n- button: a\n- button: b\n  text: B\nlast: 1\n");
    EXPECT_EQ(drop_entry("list"), "last: 1\n");
    EXPECT_EQ(drop_entry("button: a"), "nothing"); // what is left would be no map
}

TEST_F(FileLayout, PutsEntriesIn) {
    read("a: # what\n    one: 1\nb: { two: 2 }\nc: {}\nd:\ne: 5\nf: { g: , last: }\n");
    EXPECT_EQ(
        under("a", "new: x"),
        "a: # what\n    new: x\n    one: 1\nb: { two: 2 }\nc: {}\nd:\ne: 5\nf: { g: , last: }\n");
    EXPECT_NE(under("b", "new: x").find("b: { new: x, two: 2 }\n"), std::string::npos);
    EXPECT_NE(under("c", "new: x").find("c: { new: x }\n"), std::string::npos);
    EXPECT_NE(under("d", "new: x").find("d:\n  new: x\ne: 5\n"), std::string::npos);
    EXPECT_EQ(under("e", "new: x"), "nothing"); // its value is no map
    EXPECT_NE(under("g", "new: x").find("g: { new: x }, last: }"), std::string::npos);
    EXPECT_NE(under("last", "new: x").find("last: { new: x } }"), std::string::npos);
    EXPECT_NE(beside("two", "new: x").find("b: { two: 2, new: x }\n"), std::string::npos);
    EXPECT_NE(beside("one", "new: x").find("    one: 1\n    new: x\nb:"), std::string::npos);
}

TEST_F(FileLayout, PutsItemsIn) {
    read("a:\n  - one: 1\n    more: 2\n  - two: 3\nb: [{ x: 1 }]\n");
    EXPECT_NE(item("more", "new").find("    more: 2\n  - new\n  - two"), std::string::npos);
    EXPECT_NE(item("two", "new").find("  - two: 3\n  - new\nb:"), std::string::npos);
    EXPECT_NE(item("x", "new").find("b: [{ x: 1 }, new]\n"), std::string::npos);
    read("a:\n  - one"); // without a line break at the end
    EXPECT_EQ(item("one", "two"), "a:\n  - one\n  - two\n");
}

TEST_F(FileLayout, FindsWhatIsSaidBesideAnEntry) {
    read("a: { b: 1, cc: [2, 3], c: { d: 4 } }\n");
    EXPECT_EQ(value("b:", "c"), "{ d: 4 }");
    EXPECT_EQ(value("c: {", "cc"), "[2, 3]");
    EXPECT_EQ(value("d:", "d"), "4");
    EXPECT_EQ(value("d:", "b"), "nothing"); // of another map
    read("list:\n  - one: 1   # first\n    two: \"2 # 3\"\n    deep:\n      two: 4\n  - two: "
         "5\nend: 6\n");
    EXPECT_EQ(value("one:", "one"), "1");
    EXPECT_EQ(value("deep:", "one"), "1");
    EXPECT_EQ(value("two: 4", "two"), "4");
    EXPECT_EQ(value("two: 5", "two"), "5");
    EXPECT_EQ(value("two: 5", "one"), "nothing");
    EXPECT_EQ(value("list:", "end"), "6");
}

// --- at random, against a reader of YAML of somebody else

/// A value, on lines or in brackets; `paths` gets the keys that lead to each entry of each map.
std::string written(std::mt19937& random, int depth, const std::string& indent, bool brackets,
                    const std::vector<std::string>& above,
                    std::vector<std::vector<std::string>>& paths) {
    static int number = 0;
    if (depth == 0 || random() % 4 == 0)
        return (brackets ? "" : " ") + std::to_string(random() % 90);
    const bool within = brackets || random() % 2 == 0;
    std::string text = within ? (brackets ? "{ " : " { ") : "\n";
    const std::size_t count = 1 + random() % 3;
    for (std::size_t i = 0; i < count; ++i) {
        const std::string key = "k" + std::to_string(number++);
        std::vector<std::string> path = above;
        path.push_back(key);
        paths.push_back(path);
        if (!within)
            text += indent + key + ":" +
                    written(random, depth - 1, indent + "  ", false, path, paths) +
                    (text.ends_with("\n") ? "" : "\n");
        if (within)
            text += (i > 0 ? ", " : "") + key + ": " +
                    written(random, depth - 1, "", true, path, paths);
        if (!within && !text.ends_with("\n")) text += "\n";
    }
    if (within) text += " }";
    return text;
}

/// What is left of a map when the entry at the end of a path is taken out.
YAML::Node without(const YAML::Node& from, const std::vector<std::string>& path,
                   std::size_t i = 0) {
    YAML::Node copy(YAML::NodeType::Map);
    for (const auto& entry : from) {
        const auto key = entry.first.as<std::string>();
        if (key != path[i])
            copy[key] = entry.second;
        else if (i + 1 < path.size())
            copy[key] = without(entry.second, path, i + 1);
    }
    return copy;
}

std::string plain(const YAML::Node& node) {
    if (node.IsNull()) return "";
    if (!node.IsMap()) return node.Scalar();
    std::string text;
    for (const auto& entry : node)
        text += entry.first.as<std::string>() + "(" + plain(entry.second) + ")";
    return text;
}

TEST_F(FileLayout, DropsOneEntryAndNothingElse) {
    std::mt19937 random(3);
    std::size_t dropped = 0;
    for (int round = 0; round < 400; ++round) {
        std::vector<std::vector<std::string>> paths;
        std::string text = written(random, 4, "", false, {}, paths);
        if (text[0] != '\n') continue; // a value alone, or a map in brackets
        text.erase(0, 1);
        const YAML::Node before = YAML::Load(text);
        for (const std::vector<std::string>& path : paths) {
            read(text);
            const std::string after = drop_entry(path.back() + ":");
            EXPECT_EQ(plain(YAML::Load(after)), plain(without(before, path)))
                << text << "without " << path.back() << ":\n"
                << after;
            ++dropped;
        }
    }
    EXPECT_GE(dropped, 1000u);
}

/// Under the last key of a path.
YAML::Node at_path(const YAML::Node& from, const std::vector<std::string>& path) {
    YAML::Node node = YAML::Clone(from);
    for (const std::string& key : path) node = YAML::Clone(node[key]);
    return node;
}

TEST_F(FileLayout, FindsTheValueOfAnyEntryFromAnyBesideIt) {
    std::mt19937 random(5);
    std::size_t found = 0;
    for (int round = 0; round < 150; ++round) {
        std::vector<std::vector<std::string>> paths;
        std::string text = written(random, 4, "", false, {}, paths);
        if (text[0] != '\n') continue;
        text.erase(0, 1);
        const YAML::Node tree = YAML::Load(text);
        std::map<std::vector<std::string>, YAML::Node> values;
        for (const std::vector<std::string>& path : paths) values[path] = at_path(tree, path);
        read(text);
        for (const std::vector<std::string>& path : paths)
            for (const auto& [other, wanted] : values) {
                const bool beside = path.size() == other.size() &&
                                    std::equal(path.begin(), path.end() - 1, other.begin());
                const std::string is = value(path.back() + ":", other.back());
                if (beside && !wanted.IsMap()) {
                    EXPECT_EQ(is, wanted.Scalar()) << text << path.back() << other.back();
                    ++found;
                }
                EXPECT_TRUE(beside || is == "nothing") << text << path.back() << other.back();
            }
    }
    EXPECT_GE(found, 1000u);
}

} // namespace
} // namespace rondix::test
