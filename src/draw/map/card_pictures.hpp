// Screens as small pictures, for the cards of the map: each drawn when it is first asked for.
#pragma once

#include "rondix/painter.hpp"
#include "rondix/tools/check.hpp"

#include <memory>

namespace rondix::draw {

class CardPictures {
  public:
    explicit CardPictures(const CompiledFlow& flow, const CheckOptions& options = {});
    ~CardPictures();
    CardPictures(const CardPictures&) = delete;
    CardPictures& operator=(const CardPictures&) = delete;

    /// How large they stand on the map. They have twice as many pixels each way, to be sharp when
    /// the map is enlarged.
    Size size() const;
    bool has(ScreenId screen) const; ///< it is shown somewhere
    Pixels of(ScreenId screen);      ///< lasts as long as this

  private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace rondix::draw
