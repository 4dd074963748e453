// Names of keys while no platform is there to know any: for pictures, whose texts name them.
#pragma once

#include "rondix/runner.hpp"

#include <cctype>
#include <string>
#include <vector>

namespace rondix::draw {

/// Keeps the names; must outlive the Runner's use of them.
class SampleKeys {
  public:
    /// Gives the keyboard a code for each target: usual keys, and for those that the flow names
    /// their names.
    void give(Runner& runner) {
        Bindings bindings(runner.flow());
        names_ = {"Up",        "Down",   "Left",    "Right",    "Enter",
                  "Backspace", "Escape", "Page Up", "Page Down"};
        for (std::size_t i = 0; i < bindings.targets(); ++i) {
            if (i >= names_.size()) names_.emplace_back(name_of(runner.flow(), Target(i)));
            names_[i][0] =
                static_cast<char>(std::toupper(static_cast<unsigned char>(names_[i][0])));
            bindings.add(DeviceKind::keyboard, Code(i), Target(i));
        }
        runner.set_bindings(bindings, {this, name_of_code});
    }

  private:
    static std::string_view name_of_code(void* keys, DeviceKind, Code code) {
        return static_cast<SampleKeys*>(keys)->names_[static_cast<std::size_t>(code)];
    }
    std::vector<std::string> names_; // of each target
};

} // namespace rondix::draw
