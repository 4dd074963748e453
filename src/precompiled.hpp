// What nearly every file of the libraries and the tool includes, compiled once for each of them.
// Files include what they use all the same: clang-tidy reads them without this.
#pragma once

#include <algorithm>
#include <array>
#include <cstdint>
#include <functional>
#include <map>
#include <memory>
#include <optional>
#include <set>
#include <span>
#include <string>
#include <string_view>
#include <unordered_map>
#include <utility>
#include <vector>
