// Tickets: what a game answers loads and requests with. Each effect that asks for something carries
// a new one; an answer with an older ticket is ignored, so that a late answer does no harm.
//
// Threads: any; a ticket is a number.
#pragma once

#include <cstdint>

namespace rondix {

/// Names one load; see Effect::load_ticket().
enum class LoadTicket : std::uint32_t {};
/// Names one request; see Effect::request_ticket().
enum class RequestTicket : std::uint32_t {};

/// How a load or request has ended.
enum class Answer : std::uint8_t { done, failed };

} // namespace rondix
