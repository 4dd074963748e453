// The thread that loads scenes, under the thread sanitizer: loads that end, are called off, are
// begun over one another, and fail.
#include "scene.hpp"

#include <chrono>
#include <cstdio>
#include <random>

using namespace tidewick;

int main(int, char** argv) {
    const std::string folder = argv[1];
    Worker<SceneResult> loading;
    std::mt19937 random(1);
    int done = 0, failed = 0;
    float furthest = 0;
    for (int i = 0; i < 60; ++i) {
        const std::string file = folder + (i % 4 == 3 ? "no-such.json" : "pier.json");
        const bool fails = i % 5 == 4;
        loading.begin(
            [=](ProgressReporter& progress) { return load_scene(file, fails, progress); });
        const auto looks = random() % 300;
        for (unsigned look = 0; look < looks && loading.is_busy(); ++look) {
            furthest = std::max(furthest, loading.share());
            if (const auto result = loading.take()) ++(result->fault.empty() ? done : failed);
            std::this_thread::sleep_for(std::chrono::milliseconds(1));
        }
    }
    std::printf("%d loads done, %d failed, the rest called off\n", done, failed);
    return done > 3 && failed > 3 && furthest > 0.5F ? 0 : 1;
}
