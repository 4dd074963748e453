// What stands between the texts of a YAML file is found whatever the texts hold: files put together
// at random, of which it is known while they are made where each mark stands.
#include "support.hpp"
#include "yaml/yaml_marks.hpp"

#include <random>

namespace rondix::test {
namespace {

/// Writes a file and notes its marks.
class Writer {
  public:
    explicit Writer(unsigned seed)
        : random_(seed) {}

    void write() {
        for (int entry = 0, entries = below(6) + 1; entry < entries; ++entry) {
            if (below(3) == 0) comment_line();
            text += "key" + std::to_string(entry) + ":";
            value(1);
        }
        if (below(2) == 0) comment_line();
    }

    std::string text;
    std::vector<std::uint32_t> comments, commas, opens, closes;

  private:
    int below(int end) { return std::uniform_int_distribution(0, end - 1)(random_); }
    template <std::size_t n>
    std::string one_of(const std::array<const char*, n>& from) {
        return from[static_cast<std::size_t>(below(n))];
    }
    std::uint32_t here() const { return static_cast<std::uint32_t>(text.size()); }

    void comment() {
        comments.push_back(here());
        text +=
            one_of(std::array{"#", "# it's so", "# allow: no-title, because \"x\"", "#{ a: [b, c"});
    }
    /// (Not set in: it would be of a text on several lines before it.)
    void comment_line() {
        comment();
        end_line();
    }
    void end_line() { text += "\n"; }
    void end_of_value() {
        if (below(3) == 0) {
            text += one_of(std::array{" ", "  ", "\t"});
            comment();
        }
        end_line();
    }

    /// A text that fits on one line, such as may stand in brackets, too.
    void one_line() {
        text += one_of(std::array{"word", "two words", "don't", "a#b", "x'y'z", "back\\slash",
                                  "5\"", "'it''s # one'", "'a, b'", "'}'", "\"# no, [really]\"",
                                  "\"a \\\" # b\"", "\"\\\\\"", "''", "\"\"", "'\"'", "\"'\""});
    }
    void in_brackets(int depth) {
        const bool map = below(2) == 0;
        opens.push_back(here());
        text += map ? "{" : "[";
        for (int i = 0, items = below(4); i < items; ++i) {
            if (i > 0) {
                commas.push_back(here());
                text += ",";
            }
            text += one_of(std::array{" ", "  ", "\n            "});
            if (map) text += "k" + std::to_string(i) + ": ";
            if (depth < 3 && below(4) == 0)
                in_brackets(depth + 1);
            else
                one_line();
            if (below(6) == 0) {
                text += " ";
                comment();
                text += "\n            ";
            }
        }
        text += " ";
        closes.push_back(here());
        text += map ? "}" : "]";
    }
    void value(int depth) {
        const std::string indent(static_cast<std::size_t>(depth) * 2, ' ');
        switch (below(depth < 3 ? 7 : 5)) {
        case 0: // a text on several lines, in which nothing is a comment
            text += one_of(std::array{" |\n", " >-\n"}) + indent + "# none, {\n" + indent +
                    "it's [so\n";
            break;
        case 1: // a plain text that goes on
            text += " one, two\n" + indent + "and {three} it's\n";
            break;
        case 2:
            text += " ";
            in_brackets(1);
            end_of_value();
            break;
        case 3: // quoted, over two lines
            text += " \"one # \\\n" + indent + "two ' {\"";
            end_of_value();
            break;
        case 4:
            text += " ";
            one_line();
            end_of_value();
            break;
        case 5:
            end_of_value();
            for (int i = 0, entries = below(3) + 1; i < entries; ++i) {
                text += indent + "sub" + std::to_string(i) + ":";
                value(depth + 1);
            }
            break;
        default:
            end_of_value();
            for (int i = 0, items = below(3) + 1; i < items; ++i) {
                text += indent + "- ";
                one_line();
                end_of_value();
            }
        }
    }

    std::mt19937 random_;
};

TEST(YamlMarks, OfFilesPutTogetherAtRandom) {
    std::size_t found = 0;
    for (unsigned seed = 0; seed < how_many(3'000); ++seed) {
        Writer writer(seed);
        writer.write();
        const yaml::Marks marks = yaml::marks_of(writer.text);
        std::vector<std::uint32_t> comments, commas, opens, closes;
        for (const auto& comment : marks.comments) {
            comments.push_back(comment.begin);
            EXPECT_TRUE(comment.end == writer.text.size() || writer.text[comment.end] == '\n');
        }
        for (const auto& comma : marks.commas) commas.push_back(comma.at);
        for (const auto& bracket : marks.brackets) {
            opens.push_back(bracket.open);
            closes.push_back(bracket.close);
        }
        std::sort(opens.begin(), opens.end());
        std::sort(closes.begin(), closes.end());
        ASSERT_EQ(comments, writer.comments) << seed << "\n" << writer.text;
        ASSERT_EQ(commas, writer.commas) << seed << "\n" << writer.text;
        ASSERT_EQ(opens, writer.opens) << seed << "\n" << writer.text;
        std::sort(writer.closes.begin(), writer.closes.end());
        ASSERT_EQ(closes, writer.closes) << seed << "\n" << writer.text;
        found += comments.size() + commas.size() + opens.size();
    }
    EXPECT_GT(found, 5'000u);
}

TEST(YamlMarks, OfWhatIsNoYamlGoAsFarAsItIs) {
    EXPECT_TRUE(yaml::marks_of("%\x97").comments.empty());
    const yaml::Marks marks = yaml::marks_of("a: 1 # one\nb: [2, 3]\n  c: }\n# two\n");
    ASSERT_GE(marks.comments.size(), 1u);
    EXPECT_EQ(marks.comments[0].begin, 5u);
    EXPECT_LE(marks.comments.size(), 2u);
}

} // namespace
} // namespace rondix::test
