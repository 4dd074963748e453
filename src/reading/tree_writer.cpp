// Writes the tree of a YAML file as C++ (grown_tree.hpp), while Rondix is built:
//   rondix_tree_writer FILE.yaml HEADER.hpp
#include "yaml/yaml_tree.hpp"

#include <cstdio>
#include <fstream>
#include <sstream>

namespace {

using rondix::yaml::Node;

std::string in_quotes(const std::string& text) {
    std::string out = "\"";
    for (const char c : text) {
        if (c == '"' || c == '\\') out += '\\';
        if (c == '\n')
            out += "\\n";
        else
            out += c;
    }
    return out + '"';
}

void write(const Node& node, std::ostream& to) {
    to << "    {" << static_cast<int>(node.kind) << ", " << (node.plain ? "true" : "false") << ", "
       << node.place.begin << ", " << node.place.end << ", " << node.children.size() << ", "
       << in_quotes(node.text) << "},\n";
    for (const Node& child : node.children) write(child, to);
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 3) return 2;
    std::ostringstream text;
    text << std::ifstream(argv[1]).rdbuf();
    rondix::Findings findings;
    const rondix::Source source(argv[1], text.str());
    const auto tree = rondix::yaml::read(source, 0, findings);
    if (!tree || !findings.empty()) {
        std::fprintf(stderr, "%s cannot be read\n", argv[1]);
        return 1;
    }
    std::ofstream to(argv[2]);
    to << "// Made from a file by tree_writer.cpp.\n#pragma once\n#include "
          "\"reading/grown_tree.hpp\"\n"
          "namespace rondix {\ninline constexpr GrownNode plain_theme_nodes[] = {\n";
    write(*tree, to);
    to << "};\n}\n";
    return to.good() ? 0 : 1;
}
