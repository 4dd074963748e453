// PanelPage: what the panels of `rondix play` are written on, from the top down.
#pragma once

#include "draw/drawing.hpp"
#include "rondix/runtime/geometry.hpp"
#include "rondix/runtime/look.hpp"

#include <algorithm>
#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace rondix::tool {

/// A line that can be pressed.
struct PanelRow {
    std::string text;
    std::string help; ///< at its end, in a faint colour
    int depth = 0;    ///< how far in it begins
    bool is_lit = false;
    std::string value = {};            ///< behind the text
    bool is_faint = false;             ///< the value
    std::optional<Colour> colour = {}; ///< shown before the value
};

class PanelPage {
  public:
    static constexpr int width = 340;
    static constexpr double margin = 16;

    /// Fills its part of the window.
    PanelPage(draw::Drawing& drawing, double left, double window_height, double scrolled);

    double y() const { return y_; }
    void gap(double height) { y_ += height; }
    void heading(const std::string& text);
    void pair(const std::string& name, const std::string& value);
    void small(const std::string& text);
    /// In another colour: what has come up, such as an error.
    void alert(const std::string& text);

    /// As many as fit on a line, then the next line.
    void chips_begin() { chip_x_ = margin; }
    /// Where it is in the window.
    Rect chip_of(const std::string& text, bool is_lit, bool enabled);
    void chips_end() { y_ += 34; }

    /// Where it is in the window.
    Rect row(const PanelRow& row);
    /// A named colour; as many as fit on a line.
    Rect swatch_of(const std::string& name, const Colour& colour);

  private:
    void wrapped(const std::string& text, double indent, draw::Colour colour);
    void put(const std::string& text, double indent, draw::Colour colour);
    void swatch(draw::Vec at, const Colour& colour);
    std::string fitting(std::string text, double room) const;

    draw::Drawing& drawing_;
    double left_;
    double y_;
    double chip_x_ = margin;
};

/// The buttons of a panel, as they were drawn last, and how far it is scrolled.
template <class Action>
class PanelButtons {
  public:
    /// Before it is drawn anew.
    void begin() { buttons_.clear(); }
    void add(const Rect& bounds, Action action) { buttons_.push_back({bounds, std::move(action)}); }
    /// Once all of the page is there, in a window of this height.
    void end(const PanelPage& page, double window_height) {
        const double height = page.y() + static_cast<double>(scrolled_) + PanelPage::margin;
        too_much_ = static_cast<float>(std::max(height - window_height, 0.0));
        scrolled_ = std::min(scrolled_, too_much_);
    }

    /// What is pressed at this place of the window, if something is.
    std::optional<Action> at(int x, int y) const {
        for (const Button& button : buttons_)
            if (button.bounds.contains({static_cast<float>(x), static_cast<float>(y)}))
                return button.action;
        return std::nullopt;
    }
    void scroll(int steps) {
        scrolled_ = std::clamp(scrolled_ - static_cast<float>(steps) * 40, 0.0F, too_much_);
    }
    double scrolled() const { return static_cast<double>(scrolled_); }

  private:
    struct Button {
        Rect bounds;
        Action action;
    };
    std::vector<Button> buttons_;
    float scrolled_ = 0;
    float too_much_ = 0; ///< of the page, below the window
};

} // namespace rondix::tool
