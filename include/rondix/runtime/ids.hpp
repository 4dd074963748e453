// The ids of a compiled flow: dense numbers, one type each, so that a screen cannot be passed where
// a scene is meant. They count from 0 in the order of the flow file and index the tables of
// CompiledFlow.
//
// Threads: any.
#pragma once

#include <cstddef>
#include <cstdint>

namespace rondix {

enum class SceneId : std::uint16_t {};
enum class ScreenId : std::uint16_t {};
enum class FlagId : std::uint16_t {};
enum class EventId : std::uint16_t {};
enum class KeyId : std::uint16_t {};
enum class RequestId : std::uint16_t {};
enum class PagesId : std::uint16_t {};
enum class SettingId : std::uint16_t {};
/// A word or text of the flow (CompiledFlow::words).
enum class WordId : std::uint32_t {};
enum class ControlId : std::uint32_t {};
enum class ActionId : std::uint32_t {};
enum class ConditionId : std::uint32_t {};

inline constexpr SceneId no_scene{0xFFFF};
inline constexpr ScreenId no_screen{0xFFFF};
inline constexpr FlagId no_flag{0xFFFF};
inline constexpr EventId no_event{0xFFFF};
inline constexpr KeyId no_key{0xFFFF};
inline constexpr RequestId no_request{0xFFFF};
inline constexpr PagesId no_pages{0xFFFF};
inline constexpr SettingId no_setting{0xFFFF};
inline constexpr WordId no_word{0xFFFFFFFF};
inline constexpr ControlId no_control{0xFFFFFFFF};

/// "The flow says nothing here": the rule's default applies.
inline constexpr ActionId unsaid{0xFFFFFFFF};

/// Where `turn` leads, besides the pages by number.
inline constexpr std::uint16_t next_page = 0xFFFF;
inline constexpr std::uint16_t previous_page = 0xFFFE;

/// The place of an id in its table.
template <class Id>
constexpr std::size_t index(Id id) {
    return static_cast<std::size_t>(id);
}

} // namespace rondix
