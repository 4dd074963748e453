// The header of C in C++.
#include "rondix/rondix.h"

static_assert(RONDIX_NONE == 0xFFFFFFFF && sizeof(rondix_move) == 8);
