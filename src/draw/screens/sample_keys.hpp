// Names of keys while no platform is there to know any: for pictures, whose texts name them.
#pragma once

#include "rondix/runtime/runner.hpp"

#include <algorithm>
#include <cctype>
#include <string>
#include <vector>

namespace rondix::draw {

/// The keys of a flow as `rondix play` and the SDL2 adapter show them: what the flow says stands
/// for it, or else the first letter of its name that is free.
inline std::vector<std::string> names_of_keys(const CompiledFlow& flow) {
    const auto capital = [](char letter) {
        return static_cast<char>(std::toupper(static_cast<unsigned char>(letter)));
    };
    std::vector<std::string> names(flow.keys.size());
    std::string taken;
    for (std::size_t i = 0; i < names.size(); ++i) {
        names[i] = flow.text(flow.key_defaults[i].keyboard);
        if (names[i].size() == 1) taken += names[i];
    }
    for (std::size_t i = 0; i < names.size(); ++i)
        for (const char letter : flow.text(flow.keys[i])) {
            if (!names[i].empty()) break;
            if (letter < 'a' || letter > 'z') continue;
            if (taken.find(capital(letter)) == std::string::npos)
                taken += names[i] = capital(letter);
        }
    for (std::size_t i = 0; i < names.size(); ++i) {
        if (names[i].empty()) names[i] = flow.text(flow.keys[i]);
        std::replace(names[i].begin(), names[i].end(), '-', ' ');
        names[i][0] = capital(names[i][0]);
    }
    return names;
}

/// Keeps the names; must outlive the Runner's use of them.
class SampleKeys {
  public:
    /// Gives the keyboard a code for each target.
    void give(Runner& runner) {
        Bindings bindings(runner.flow());
        names_ = {"Up",        "Down",   "Left",   "Right",   "Return",
                  "Backspace", "Escape", "PageUp", "PageDown"};
        const std::vector<std::string> own = names_of_keys(runner.flow());
        names_.insert(names_.end(), own.begin(), own.end());
        for (std::size_t i = 0; i < bindings.targets(); ++i)
            bindings.add(DeviceKind::keyboard, Code(i), Target(i));
        runner.set_bindings(bindings, {this, name_of_code});
    }

  private:
    static std::string_view name_of_code(void* keys, DeviceKind, Code code) {
        return static_cast<SampleKeys*>(keys)->names_[static_cast<std::size_t>(code)];
    }
    std::vector<std::string> names_; // of each target
};

} // namespace rondix::draw
