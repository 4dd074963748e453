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
    /// What was undone is gone then.
    void add(HistoryStep step) {
        steps_.resize(done_);
        steps_.push_back(std::move(step));
        ++done_;
    }
    /// Null: there is none.
    const HistoryStep* to_undo() const { return done_ > 0 ? &steps_[done_ - 1] : nullptr; }
    const HistoryStep* to_redo() const { return done_ < steps_.size() ? &steps_[done_] : nullptr; }
    void undone() { --done_; }
    void redone() { ++done_; }

    /// Of those that are done, the last ones first.
    std::vector<std::string> last(std::size_t count) const {
        std::vector<std::string> words;
        for (std::size_t i = done_; i-- > 0 && words.size() < count;)
            words.push_back(steps_[i].what);
        return words;
    }

  private:
    std::vector<HistoryStep> steps_;
    std::size_t done_ = 0;
};

} // namespace rondix::tool
