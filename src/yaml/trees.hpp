// Trees: the trees of files that are read again and again, as somebody types. What has not changed
// is taken over: of a file that differs from what was read before within one entry, such as one
// screen, that entry alone is read; where lines differ here and there, as after a rename, the
// entries around each.
//
// An entry of a map in lines is a stretch of whole lines that begin with its key. YAML goes on by
// columns, so that all that matters besides is how far in the maps around it stand, and that they
// go on behind it: its lines are read within a few others that say just that. Where more may matter
// (anchors, marks of documents), and where the entry has faults, the whole file is read. So what
// comes of it is always what yaml::read() gives.
//
// Threads: one.
#pragma once

#include "yaml/yaml_tree.hpp"

#include <map>
#include <string>

namespace rondix::yaml {

class Trees {
  public:
    /// As yaml::read(); stands until a file of that name is read again. Null: nothing could be
    /// read.
    const Node* read(const Source& source, std::uint16_t file, Findings& findings);

    /// As it was read last; null: it could not be. With `or_before` as it could be read last.
    const Node* of(const std::string& name, bool or_before = false) const;

    /// How often less than a whole file was read.
    std::size_t taken_over() const { return taken_over_; }

  private:
    struct Known {
        std::string text;
        std::uint16_t file = 0;
        Node tree;
        bool is_current = true; ///< else it could not be read since
    };

    std::map<std::string, Known> known_; // by name
    std::size_t taken_over_ = 0;
};

} // namespace rondix::yaml
