// Bindings: which key of the keyboard, and which button of a pad, stands for what. A platform knows
// its keys by codes of its own; here each code means a Button of the menus or a key that the flow
// names, and the player may change which.
//
// What holds: a code means one thing. What the player binds anew changes places with what the code
// meant before, so that nothing ever loses its last key; accept, back and menu, once they have a
// code on a device, keep one.
#pragma once

#include "rondix/target.hpp"

#include <optional>
#include <span>
#include <string_view>
#include <vector>

namespace rondix {

/// A key or pad button, as the platform numbers it.
enum class Code : std::uint32_t {};

/// The names of codes, as the player knows them. The texts have to stay.
struct CodeNames {
    void* context = nullptr;
    std::string_view (*name)(void* context, DeviceKind kind, Code code) = nullptr;

    std::string_view operator()(DeviceKind kind, Code code) const {
        return name ? name(context, kind, code) : std::string_view{};
    }
};

/// How a file of settings writes a key or pad button, for reading it again. Where the platform says
/// nothing, they are written as numbers.
struct CodeWords {
    void* context = nullptr;
    std::string_view (*word)(void* context, DeviceKind kind, Code code) = nullptr;
    /// False where there is no such key.
    bool (*code)(void* context, DeviceKind kind, std::string_view word, Code& code) = nullptr;
};

class Bindings {
  public:
    /// So many codes a target may have on each kind of device.
    static constexpr std::size_t max_codes = 4;

    explicit Bindings(const CompiledFlow& flow);

    /// The platform's own choice: `code` stands for `target` besides what does already. False when
    /// it has `most_codes`, or when the code stands for something else.
    bool add(DeviceKind kind, Code code, Target target);
    /// The code means nothing any longer. False where accept, back or menu has no other.
    bool remove(DeviceKind kind, Code code);
    /// Accept, back or menu without a code, though it had some at first, takes those again. True
    /// when it had to.
    bool give_needed(DeviceKind kind, Target target);
    /// No code stands for `target` any longer.
    void clear(DeviceKind kind, Target target);
    /// From here on, reset() comes back to what is so now.
    void keep_as_defaults() { defaults_ = rows_; }
    void reset(Target target);
    void reset_all() { rows_ = defaults_; }

    /// The player's choice: `code` takes the place of the first code of `target`; what the code
    /// meant before gets that one instead. True when something changed. A target without any code
    /// takes it only from one that keeps another, or that can do without.
    bool rebind(DeviceKind kind, Code code, Target target);

    /// The player's choices among other bindings, such as those for another version of the flow:
    /// flow keys are the same by their names.
    void take_choices(const CompiledFlow& flow, const Bindings& others,
                      const CompiledFlow& flow_of_others);

    Target meaning(DeviceKind kind, Code code) const;
    std::span<const Code> codes(DeviceKind kind, Target target) const;
    bool is_default(DeviceKind kind, Target target) const;
    std::size_t targets() const { return rows_.size() / kinds; }

  private:
    static constexpr std::size_t kinds = 2; // those that have codes: keyboard and pad
    struct Row {
        Code codes[max_codes] = {};
        std::uint8_t count = 0;
        friend bool operator==(const Row&, const Row&) = default;
    };
    static bool has_codes(DeviceKind kind) { return static_cast<std::size_t>(kind) < kinds; }
    Row& row(DeviceKind kind, Target target) {
        return rows_[static_cast<std::size_t>(target) * kinds + static_cast<std::size_t>(kind)];
    }
    const Row& row(DeviceKind kind, Target target) const {
        return const_cast<Bindings*>(this)->row(kind, target);
    }
    bool put(DeviceKind kind, Code code, Target target, std::uint8_t place);
    void take_choice(DeviceKind kind, Target target, std::span<const Code> codes);
    bool known(DeviceKind kind, Target target) const {
        return has_codes(kind) && static_cast<std::size_t>(target) < targets();
    }

    std::vector<Row> rows_, defaults_; // of each target, for each kind
};

} // namespace rondix
