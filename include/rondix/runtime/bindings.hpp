// Bindings: which key of the keyboard, and which button of a pad, stands for what. A platform knows
// its keys by codes of its own; here each code means a Button of the menus or a key that the flow
// names, and the player may change which.
//
// A code means one thing. When the player binds a code that is in use, the two swap, so that
// nothing loses its last key; accept, back and menu always keep a code on each device where they
// had one.
//
// Errors: none are thrown; false where nothing was done. Cost: setting up allocates, asking does
// not. Threads: one at a time for each object.
#pragma once

#include "rondix/runtime/target.hpp"

#include <optional>
#include <span>
#include <string_view>
#include <vector>

namespace rondix {

/// A key or pad button, as the platform numbers it.
enum class Code : std::uint32_t {};

/// The names of codes, as the player knows them. The texts must outlive the Runner.
struct CodeNames {
    void* context = nullptr;
    std::string_view (*name)(void* context, DeviceKind kind, Code code) = nullptr;

    std::string_view operator()(DeviceKind kind, Code code) const {
        return name ? name(context, kind, code) : std::string_view{};
    }
};

/// How a settings file writes a key or pad button. Without it they are written as numbers.
struct CodeWords {
    void* context = nullptr;
    std::string_view (*word)(void* context, DeviceKind kind, Code code) = nullptr;
    /// False where there is no such key.
    bool (*code)(void* context, DeviceKind kind, std::string_view word, Code& code) = nullptr;
};

class Bindings {
  public:
    /// The most codes of a target on each kind of device.
    static constexpr std::size_t max_codes = 4;

    explicit Bindings(const CompiledFlow& flow);

    /// A default of the platform: `code` stands for `target` as well. False: the target has
    /// `max_codes`, or the code stands for something else.
    bool add(DeviceKind kind, Code code, Target target);
    /// Unbinds a code. False: accept, back or menu has no other.
    bool remove(DeviceKind kind, Code code);
    /// Restores the defaults of accept, back or menu where it has no code left. True: it did.
    bool give_needed(DeviceKind kind, Target target);
    /// Unbinds all codes of a target.
    void clear(DeviceKind kind, Target target);
    /// Makes the present bindings the defaults that reset() returns to.
    void keep_as_defaults() { defaults_ = rows_; }
    void reset(Target target);
    void reset_all() { rows_ = defaults_; }

    /// The player's choice: `code` replaces the first code of `target`, and what the code meant
    /// before gets that one instead. True: something changed. A target without a code takes one
    /// only from a target that keeps another or needs none.
    bool rebind(DeviceKind kind, Code code, Target target);

    /// Takes over the player's choices from bindings of another version of the flow; keys are
    /// matched by name.
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
