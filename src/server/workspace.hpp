// Workspace: the files that an editor has open, as they read there, and the flows that they are of.
#pragma once

#include "rondix/tools/check.hpp"
#include "rondix/tools/flow.hpp"
#include "yaml/trees.hpp"

#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace rondix::server {

/// `file:///menus/a%20b.flow.yaml` and `/menus/a b.flow.yaml`; nothing for other schemes.
std::optional<std::string> path_of(const std::string& uri);
std::string uri_of(const std::string& path);

class Workspace {
  public:
    /// The text of a file as the editor has it.
    void put(const std::string& path, std::string text);
    /// It is what stands on the disk again.
    void drop(const std::string& path);
    bool has(const std::string& path) const { return texts_.contains(path); }
    /// Files on the disk have changed.
    void forget();
    /// What a check found of a flow as it reads now.
    void put_checked(const std::string& root, CheckResult result);
    /// Null: it was not checked since it changed.
    const CheckResult* checked(const std::string& root) const;
    /// Of the last check, whatever has changed since. Null: there was none.
    const Figures* figures_of(const std::string& root) const;

    /// The flow that a file is of: its own, or one beside it or above it that includes it or has it
    /// as its theme.
    const std::string& root_of(const std::string& path);
    /// As it reads now. Lasts until something changes.
    const FlowFile& flow_of(const std::string& path);
    /// The same, but its names may be missing: for what is told at once.
    const FlowFile& nameless_flow_of(const std::string& path);
    /// The last one that was YAML, so that it has its names. A large one may be as it was before
    /// the last changes: reading it takes longer than somebody who types waits.
    const FlowFile& named_flow_of(const std::string& path);
    /// As the flow would read where some of its files have these texts.
    FlowFile flow_with(const std::string& root, const FileTexts& changed);
    /// As the editor has it, or as it stands on the disk.
    std::string text_of(const std::string& path);
    /// Lets go of what was replaced, for which nobody who types should wait.
    void tidy() { spent_.clear(); }
    /// The flows of all files that are open.
    std::vector<std::string> roots();

  private:
    struct Reading {
        std::unique_ptr<FlowFile> now;
        std::unique_ptr<FlowFile> named; ///< the one before that had names
        bool is_fresh = false, has_names = false, is_yaml = false;
        std::optional<CheckResult> checked; ///< as it is read now
        yaml::Trees trees;
    };
    Reading& read(const std::string& root);
    static const FlowFile& with_names(Reading& reading);

    FileTexts texts_;
    std::map<std::string, std::string> roots_; // of files
    std::map<std::string, Reading> readings_;
    std::map<std::string, Figures> figures_;
    std::vector<std::unique_ptr<FlowFile>> spent_;
};

} // namespace rondix::server
