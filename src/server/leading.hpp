// What leads to a screen by its name: presses, keys, events, answers, scenes, the start.
#pragma once

#include "rondix/tools/flow.hpp"

#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace rondix::server {

struct Lead {
    SourceRange place; ///< of the screen's name
    std::string from;  ///< "`title.play`", "the event `lost-pad`"
};

/// In the order of the flow. What a screen has by `extends` or from a part leads from there, too:
/// several may have one place. The flow has to stand as long.
class Leading {
  public:
    explicit Leading(const Flow& flow);
    const std::vector<Lead>& to(std::string_view screen) const;

  private:
    void action(const FlowAction& action, const std::string& from);
    void screen(const FlowScreen& screen);
    void name(const Name& name, const std::string& from);

    std::unordered_map<std::string_view, std::vector<Lead>> to_;
};

} // namespace rondix::server
