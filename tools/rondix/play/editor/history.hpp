// History: what was changed in the window, and in an editor meanwhile, step by step, to be undone
// and done again. A step is the texts of files before and after it.
#pragma once

#include "rondix/tools/flow.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

struct HistoryStep {
    std::string what; ///< in words: "move 'play'"
    FileTexts before, after;
};

class History {
  public:
    /// The files as they are, where nothing was changed yet.
    explicit History(FileTexts texts)
        : texts_(std::move(texts)) {}

    /// What was undone is gone then.
    void add(HistoryStep step) {
        says(step.after);
        steps_.resize(done_);
        steps_.push_back(std::move(step));
        ++done_;
    }
    /// The files were read: where one says something else than the last step left there, somebody
    /// saved it, and that is a step.
    void saw(const FileTexts& texts) {
        HistoryStep step{"changed in an editor", {}, {}};
        for (const auto& [path, text] : texts) {
            const auto [was, is_new] = texts_.try_emplace(path, text);
            if (is_new || was->second == text) continue;
            step.before[path] = was->second;
            step.after[path] = text;
        }
        if (!step.after.empty()) add(std::move(step));
    }
    /// Null: there is none.
    const HistoryStep* to_undo() const { return done_ > 0 ? &steps_[done_ - 1] : nullptr; }
    const HistoryStep* to_redo() const { return done_ < steps_.size() ? &steps_[done_] : nullptr; }
    void undone() { says(steps_[--done_].before); }
    void redone() { says(steps_[done_++].after); }

    /// Of those that are done, the last ones first.
    std::vector<std::string> last(std::size_t count) const {
        std::vector<std::string> words;
        for (std::size_t i = done_; i-- > 0 && words.size() < count;)
            words.push_back(steps_[i].what);
        return words;
    }

  private:
    void says(const FileTexts& texts) {
        for (const auto& [path, text] : texts) texts_.insert_or_assign(path, text);
    }

    FileTexts texts_; ///< as they are after what is done
    std::vector<HistoryStep> steps_;
    std::size_t done_ = 0;
};

} // namespace rondix::tool
