// Session: the flow that is being played, and the place that was reached in it. When a file is
// saved the flow is read anew and takes the place over; a flow that cannot be read leaves the last
// good one in its place.
#pragma once

#include "draw/screens/list_pixels.hpp"
#include "draw/screens/listed_flow.hpp"
#include "rondix/painter.hpp"
#include "rondix/saved_state.hpp"
#include "rondix/tools/flow.hpp"
#include "walk/sample_rows.hpp"
#include "watched_files.hpp"

#include <functional>
#include <memory>
#include <span>
#include <string>
#include <vector>

namespace rondix::tool {

class Session {
  public:
    explicit Session(std::string path)
        : path_(std::move(path)) {}

    /// The first time. False: the flow cannot be played, and trouble() says why.
    bool open();
    /// Whether one of its files has changed since this was asked.
    bool changed() { return watched_.changed(); }
    /// Reads the flow anew; `connect` gives the new Runner its devices. False: it cannot be played,
    /// and the last good one goes on.
    /// Unproved: one goes on where one was, also where a player would be stuck.
    bool reload(const std::function<void()>& connect, bool with_proof = true);
    /// What the new flow could not take over, in words.
    const std::vector<std::string>& dropped() const { return dropped_; }
    /// How often it was read: what was found out about another reading may not hold.
    std::size_t readings() const { return readings_; }
    /// From the beginning.
    void restart();
    /// As one comes to a screen by the shortest way; or over the current ones, where none leads
    /// there. False: it cannot be shown.
    bool show(ScreenId screen);

    Runner& runner() { return live_->runner; }
    const FlowFile& file() const { return live_->file; }
    const CompiledFlow& flow() const { return *live_->file.compiled; }
    Painter& painter() { return live_->painter; }
    /// The menus as a renderer shows their draw list, over what is there.
    void show_draw_list(const Pixels& to);

    /// What is wrong with the file as it was saved last, as the command line says it; empty when it
    /// is good.
    const std::string& trouble() const { return trouble_; }
    bool readable() const { return readable_; }

    /// To be called after each step: notes the moves that were made, and gives them.
    std::span<const Move> note_moves();
    /// As steps of a walkthrough, oldest first; what moves do not lead to is said (`from`).
    const std::vector<std::string>& moves() const { return moves_; }

  private:
    struct Live {
        explicit Live(FlowFile from)
            : file(std::move(from))
            , painter(*file.compiled, "", Painter::Pictures::of_strangers)
            , runner(*file.compiled) {
            runner.set_text_measurer(painter.text_measurer());
            rows.fill(runner);
        }
        FlowFile file;
        Painter painter;
        Runner runner;
        SampleRows rows;
        std::unique_ptr<draw::ListedFlow> listed; // once it is wanted
        draw::ListPixels renderer;
    };

    bool read();
    void go_on_from_here();

    std::string path_;
    std::unique_ptr<Live> live_;
    std::string trouble_;
    bool readable_ = false;
    std::vector<std::string> moves_, dropped_;
    std::size_t readings_ = 0;
    std::size_t from_ = 0; // where in the moves the last `from` stands
    WatchedFiles watched_;
};

} // namespace rondix::tool
