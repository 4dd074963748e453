// StandIn: answers for the game that is not there. A load or request takes its time and then
// succeeds, fails, hangs or is answered twice, as the person at the window likes.
#pragma once

#include "rondix/runtime/runner.hpp"

#include <string>
#include <vector>

namespace rondix::tool {

enum class LoadEnds : std::uint8_t { well, badly, never, twice };

class StandIn {
  public:
    void obey(const Effect& effect);
    void advance(double seconds, Runner& runner);
    /// The Runner was made anew: what it waits for, if it waits, is what is to be answered.
    void follow(const Runner& runner);

    LoadEnds load_ends = LoadEnds::well;
    double load_time = 1.2;
    bool answers = true; ///< false while a script answers itself

  private:
    struct Asked {
        LoadTicket load{}; ///< or
        RequestTicket request{};
        double passed = 0;
    };
    bool answer(const Asked& asked, Runner& runner) const;

    std::vector<Asked> asked_;
};

/// "succeed", "fail", "hang", "answer twice".
std::string_view name_of(LoadEnds ends);

} // namespace rondix::tool
