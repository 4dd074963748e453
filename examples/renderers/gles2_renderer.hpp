// A draw list on the screen by OpenGL ES 2, or any OpenGL since 2.1: one program, one buffer of
// vertices, one of indices. Copy it into your game.
//
// Needs a current context when it is made, drawn with and destroyed. It changes the program, the
// buffers, the bound texture, the blending and the scissor test, and leaves them so.
#pragma once

#include "rondix/draw_list.hpp"

#include <GLES2/gl2.h>

#include <cstddef>
#include <vector>

class Gles2Renderer {
  public:
    Gles2Renderer()
        : program_(glCreateProgram()) {
        add_shader(GL_VERTEX_SHADER, "attribute vec2 place, texel; attribute vec4 colour;"
                                     "uniform vec2 window; varying vec2 at; varying vec4 light;"
                                     "void main() {"
                                     "  at = texel; light = colour;"
                                     "  vec2 p = place / window * 2.0 - 1.0;"
                                     "  gl_Position = vec4(p.x, -p.y, 0.0, 1.0); }");
        add_shader(GL_FRAGMENT_SHADER,
                   "precision mediump float;"
                   "uniform sampler2D image;"
                   "varying highp vec2 at; varying vec4 light;"
                   "void main() { gl_FragColor = texture2D(image, at) * light; }");
        for (GLuint i = 0; i < 3; ++i) glBindAttribLocation(program_, i, attributes[i]);
        glLinkProgram(program_);
        window_ = glGetUniformLocation(program_, "window");
        glGenBuffers(2, buffers_);
    }
    ~Gles2Renderer() {
        glDeleteTextures(static_cast<GLsizei>(textures_.size()), textures_.data());
        glDeleteBuffers(2, buffers_);
        glDeleteProgram(program_);
    }
    Gles2Renderer(const Gles2Renderer&) = delete;
    Gles2Renderer& operator=(const Gles2Renderer&) = delete;

    /// Into a window of so many pixels.
    void draw(const rondix::Drawn& drawn, int width, int height) {
        for (const rondix::TextureUpdate& one : drawn.updates) update(one);
        glViewport(0, 0, width, height);
        glUseProgram(program_);
        glUniform2f(window_, static_cast<float>(width), static_cast<float>(height));
        glEnable(GL_BLEND);
        glBlendFunc(GL_SRC_ALPHA, GL_ONE_MINUS_SRC_ALPHA);
        glEnable(GL_SCISSOR_TEST);
        glBindBuffer(GL_ARRAY_BUFFER, buffers_[0]);
        fill(GL_ARRAY_BUFFER, drawn.vertices.size_bytes(), drawn.vertices.data());
        glBindBuffer(GL_ELEMENT_ARRAY_BUFFER, buffers_[1]);
        fill(GL_ELEMENT_ARRAY_BUFFER, drawn.indices.size_bytes(), drawn.indices.data());
        for (const rondix::DrawBatch& batch : drawn.batches) {
            const rondix::PixelArea& clip = batch.clip; // OpenGL counts from below
            glScissor(clip.x, height - clip.y - clip.height, clip.width, clip.height);
            glBindTexture(GL_TEXTURE_2D, textures_[batch.texture]);
            point(0, 2, GL_FLOAT, batch, offsetof(rondix::DrawVertex, x));
            point(1, 2, GL_FLOAT, batch, offsetof(rondix::DrawVertex, u));
            point(2, 4, GL_UNSIGNED_BYTE, batch, offsetof(rondix::DrawVertex, red));
            glDrawElements(GL_TRIANGLES, static_cast<GLsizei>(batch.indices), GL_UNSIGNED_SHORT,
                           offset(batch.first_index * sizeof(std::uint16_t)));
        }
        glDisable(GL_SCISSOR_TEST);
    }

  private:
    static constexpr const char* attributes[] = {"place", "texel", "colour"};

    static const void* offset(std::size_t bytes) { return reinterpret_cast<const void*>(bytes); }
    static void fill(GLenum buffer, std::size_t bytes, const void* data) {
        glBufferData(buffer, static_cast<GLsizeiptr>(bytes), data, GL_STREAM_DRAW);
    }

    void add_shader(GLenum kind, const char* source) const {
        const GLuint shader = glCreateShader(kind);
        glShaderSource(shader, 1, &source, nullptr);
        glCompileShader(shader);
        glAttachShader(program_, shader);
        glDeleteShader(shader);
    }

    static void point(GLuint attribute, GLint parts, GLenum type, const rondix::DrawBatch& batch,
                      std::size_t within) {
        glEnableVertexAttribArray(attribute);
        glVertexAttribPointer(attribute, parts, type, type == GL_UNSIGNED_BYTE ? GL_TRUE : GL_FALSE,
                              sizeof(rondix::DrawVertex),
                              offset(batch.first_vertex * sizeof(rondix::DrawVertex) + within));
    }

    /// (OpenGL ES 2 takes whole rows only, so rows stand without gaps, as the draw list has them.)
    void update(const rondix::TextureUpdate& one) {
        if (one.texture >= textures_.size()) textures_.resize(one.texture + std::size_t{1}, 0);
        if (one.is_new && one.width == 0) { // it is not used any more
            glDeleteTextures(1, &textures_[one.texture]);
            textures_[one.texture] = 0;
            return;
        }
        if (textures_[one.texture] == 0) glGenTextures(1, &textures_[one.texture]);
        glBindTexture(GL_TEXTURE_2D, textures_[one.texture]);
        if (one.is_new) {
            glTexImage2D(GL_TEXTURE_2D, 0, GL_RGBA, one.width, one.height, 0, GL_RGBA,
                         GL_UNSIGNED_BYTE, nullptr);
            for (const GLenum filter : {GL_TEXTURE_MIN_FILTER, GL_TEXTURE_MAG_FILTER})
                glTexParameteri(GL_TEXTURE_2D, filter, GL_LINEAR);
            for (const GLenum edge : {GL_TEXTURE_WRAP_S, GL_TEXTURE_WRAP_T})
                glTexParameteri(GL_TEXTURE_2D, edge, GL_CLAMP_TO_EDGE);
        }
        glTexSubImage2D(GL_TEXTURE_2D, 0, one.area.x, one.area.y, one.area.width, one.area.height,
                        GL_RGBA, GL_UNSIGNED_BYTE, one.pixels);
    }

    GLuint program_;
    GLint window_ = 0;
    GLuint buffers_[2] = {};
    std::vector<GLuint> textures_;
};
