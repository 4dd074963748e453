// Goals: which heads can be reached from the start.
#pragma once

#include "proof/leaving.hpp"

#include <optional>

namespace rondix {

/// Every head that could be reached, by any moves. Where the ways to leave all heads have to be
/// known for that, `by_any` gets them.
HeadSet reachable(const Heads& heads, Budget& budget, std::optional<Leaving>* by_any = nullptr);
/// The same for those of `fewer` flags, of which more are not known.
HeadSet reachable(const Heads& heads, const Heads& fewer, Budget& budget);
/// The same with `leaving`, by any move.
HeadSet reachable(const Heads& heads, const Leaving& leaving, Budget& budget);

/// The same from the menu state that is an additional start (Heads::also). What it is left for
/// stands on `landed`: its own head, and those of the screens beneath that are met when it is left.
HeadSet reachable_from_also(const Heads& heads, const Leaving& leaving, HeadSet& landed,
                            Budget& budget);

} // namespace rondix
