// A draw list on the screen by SDL2's renderer: a texture for each of its own, a call for each
// batch. Copy it into your game.
//
//     renderer.draw(menus.needs_redraw() ? list.draw(menus.canvas(), menus.view()) : list.again());
//
// Needs SDL 2.0.18. The renderer's scale and logical size have to be left alone: a draw list is in
// pixels.
#pragma once

#include "rondix/draw_list.hpp"

#include <SDL.h>

#include <cstddef>
#include <vector>

class Sdl2Renderer {
  public:
    explicit Sdl2Renderer(SDL_Renderer* to)
        : to_(to) {}
    ~Sdl2Renderer() {
        for (SDL_Texture* texture : textures_) SDL_DestroyTexture(texture);
    }
    Sdl2Renderer(const Sdl2Renderer&) = delete;
    Sdl2Renderer& operator=(const Sdl2Renderer&) = delete;

    void draw(const rondix::Drawn& drawn) {
        for (const rondix::TextureUpdate& one : drawn.updates) update(one);
        for (const rondix::DrawBatch& batch : drawn.batches) draw(drawn, batch);
        SDL_RenderSetClipRect(to_, nullptr);
    }

  private:
    void update(const rondix::TextureUpdate& one) {
        if (one.texture >= textures_.size()) textures_.resize(one.texture + std::size_t{1});
        SDL_Texture*& texture = textures_[one.texture];
        if (one.is_new) {
            if (texture) SDL_DestroyTexture(texture);
            texture = nullptr;
            if (one.width == 0) return; // it is not used any more
            texture = SDL_CreateTexture(to_, SDL_PIXELFORMAT_RGBA32, SDL_TEXTUREACCESS_STATIC,
                                        one.width, one.height);
            SDL_SetTextureBlendMode(texture, SDL_BLENDMODE_BLEND);
            SDL_SetTextureScaleMode(texture, SDL_ScaleModeLinear);
        }
        const SDL_Rect area = rect_of(one.area);
        SDL_UpdateTexture(texture, &area, one.pixels, one.stride);
    }

    void draw(const rondix::Drawn& drawn, const rondix::DrawBatch& batch) {
        const SDL_Rect clip = rect_of(batch.clip);
        SDL_RenderSetClipRect(to_, &clip);
        const rondix::DrawVertex* first = &drawn.vertices[batch.first_vertex];
        constexpr int stride = sizeof(rondix::DrawVertex);
        SDL_RenderGeometryRaw(to_, textures_[batch.texture], &first->x, stride,
                              reinterpret_cast<const SDL_Color*>(&first->red), stride, &first->u,
                              stride, static_cast<int>(batch.vertices),
                              &drawn.indices[batch.first_index], static_cast<int>(batch.indices),
                              sizeof(std::uint16_t));
    }

    static SDL_Rect rect_of(const rondix::PixelArea& area) {
        return {area.x, area.y, area.width, area.height};
    }

    SDL_Renderer* to_;
    std::vector<SDL_Texture*> textures_;
};
