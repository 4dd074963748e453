// Atlas: where letters, shadows and pictures stand in textures, and what of these the renderer has
// not been given yet.
//
// Pages are shared by all that is small. When the last one is full, all of them are emptied, and
// what is still shown is put in again; that is rare, for the same letters come again and again. A
// picture that no page should hold has a texture of its own; of these, the one that was not used
// for longest makes room.
#pragma once

#include "rondix/draw_list.hpp"

#include <unordered_map>
#include <vector>

namespace rondix::draw_list {

/// What is put in: a letter of a font, a shadow of a box, a picture; each in one size, and letters
/// turned as they stand.
struct Key {
    std::uint64_t what = 0, size = 0;
    int turn = 0;
    friend constexpr bool operator==(const Key&, const Key&) = default;
};

/// Where something stands.
struct Place {
    std::uint16_t texture = 0;
    PixelArea area;        ///< in the texture
    int left = 0, top = 0; ///< from where it is put to its upper left corner: of letters
    bool is_there = false; ///< else it has no pixels, or there was no room

    /// From a box that it fills to the texture.
    Transform over(const Rect& box, Size texture_size) const;
};

/// Pixels to be filled.
struct Room {
    std::uint8_t* pixels = nullptr; ///< null: there is none
    std::size_t stride = 0;         ///< bytes from row to row
};

class Atlas {
  public:
    explicit Atlas(const DrawLimits& limits);

    /// Begins a frame: what was given before has been taken.
    void begin();
    /// Null: it has to be put in.
    const Place* find(const Key& key);
    /// Room for so many pixels of red, green, blue and alpha, which are to be filled at once: valid
    /// until the next call. `edges`: what stands at the edge goes on beyond, as of pictures.
    Room put(const Key& key, int width, int height, bool edges, int left = 0, int top = 0);
    /// After what is filled.
    void finish_put();
    void put_nothing(const Key& key) { places_[key] = {}; }
    void forget(std::uint64_t what);
    /// All of it goes with the next frame, as when the renderer has lost its textures.
    void empty() { begin_again_ = true; }
    /// Whether something did not fit: then all has to be drawn again, once.
    bool is_full() const { return is_full_; }

    Size size_of(std::uint16_t texture) const;
    /// In a page: a spot that is white.
    Point white() const;
    bool is_page(std::uint16_t texture) const { return texture < pages_.size(); }
    std::span<const TextureUpdate> updates();

  private:
    struct Shelf {
        int y = 0, height = 0, used = 0;
    };
    struct Page {
        std::vector<Shelf> shelves;
        int used = 0;
        bool is_begun = false;
    };
    struct Own {
        Size size;
        Key key;
        std::uint64_t used = 0; ///< the frame
    };
    struct Pending {
        TextureUpdate update;
        std::size_t at = 0; ///< of its pixels
        bool edges = false;
    };
    bool place_in_page(int width, int height, Place& place);
    static bool place_on_shelf(Page& page, int side, int width, int height, PixelArea& area);
    bool place_alone(const Key& key, int width, int height, Place& place);
    void begin_page(std::size_t number);
    void let_go(std::size_t alone);
    void let_go_of_all();
    std::uint8_t* add_update(const TextureUpdate& update, bool edges);

    DrawLimits limits_;
    std::vector<Page> pages_;
    std::vector<Own> alone_;
    struct HashOfKey {
        std::size_t operator()(const Key& key) const {
            std::uint64_t mixed = (key.what ^ key.size * 0x9E3779B97F4A7C15 ^
                                   static_cast<std::uint64_t>(key.turn) << 17) *
                                  0xBF58476D1CE4E5B9;
            return static_cast<std::size_t>(mixed ^ mixed >> 31);
        }
    };
    std::unordered_map<Key, Place, HashOfKey> places_;
    std::vector<Pending> pending_;
    std::vector<TextureUpdate> updates_;
    std::vector<std::uint8_t> pixels_;
    std::uint64_t frame_ = 1;
    bool is_full_ = false, begin_again_ = false;
};

} // namespace rondix::draw_list
