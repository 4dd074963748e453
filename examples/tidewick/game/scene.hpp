// Scene: a stretch of water, as it is read from its file: land, shoals, buoys, crates, a quay. How
// deep the water is, is worked out for every few metres when it is loaded, which takes its time.
#pragma once

#include "worker.hpp"

#include <cstdint>
#include <string>
#include <vector>

namespace tidewick {

struct Spot {
    double x = 0, y = 0;
};

struct Shoal {
    Spot at;
    double radius = 0;
};

struct Buoy {
    Spot at;
    bool red = false;
};

/// Metres of water, on a grid; below 0 is land.
struct Depths {
    static constexpr double step = 8;
    int columns = 0, rows = 0;
    std::vector<float> values;
    std::vector<std::uint32_t> colours; ///< of the water there, 0xRRGGBB

    double at(Spot spot) const;
};

struct Scene {
    double width = 0, height = 0;
    Spot start;
    double heading = 0; ///< of the ferry at the start, radians
    Spot quay;          ///< where she moors
    bool has_quay = false;
    double fog = 0; ///< 0 to 1
    std::vector<std::vector<Spot>> land;
    std::vector<Shoal> shoals;
    std::vector<Buoy> buoys;
    std::vector<Spot> crates;
    Depths depths;
};

struct SceneResult {
    Scene scene;
    std::string fault; ///< why it could not be loaded; empty where it could
};

/// Reads and works out a scene; `fails` is for trying what happens when one cannot be loaded.
SceneResult load_scene(const std::string& path, bool fails, ProgressReporter& progress);

} // namespace tidewick
