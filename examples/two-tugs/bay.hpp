// Bay: two tugs on the water. It knows nothing of menus. Each captain brings her to the quay at the
// top; the first lap is enough.
#pragma once

#include <algorithm>
#include <cmath>

namespace two_tugs {

struct Helm {
    float across = 0, ahead = 0; ///< from -1 to 1
};

class Tug {
  public:
    void start() { *this = {}; }
    void advance(const Helm& helm, float seconds) {
        const float push = steam_ > 0 ? 1.0F : 0.25F; // she gets there without, slowly
        x_ = std::clamp(x_ + helm.across * push * 0.35F * seconds, 0.1F, 0.9F);
        y_ = std::clamp(y_ - helm.ahead * push * 0.25F * seconds, 0.0F, 1.0F);
        steam_ = std::max(0.0F, steam_ - std::abs(helm.ahead) * 0.12F * seconds);
    }
    float x() const { return x_; }
    float y() const { return y_; } ///< 0: at the quay
    float steam() const { return steam_; }
    bool is_moored() const { return y_ <= 0.08F; }

  private:
    float x_ = 0.5F, y_ = 0.85F, steam_ = 1;
};

} // namespace two_tugs
