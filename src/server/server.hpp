// Server: the Language Server Protocol for flow files. What an editor has open is read as it is
// typed; what it asks for comes from the same tables, index and changes as all else in Rondix.
// It never writes a file itself: changes are told to the editor.
//
// server.cpp has the life of a server and the documents; answers.hpp what is answered.
//
// Source: Language Server Protocol 3.17. Errors: to the client, by the protocol's codes. Threads:
// one, and another one while a flow is checked.
#pragma once

#include "server/answers.hpp"
#include "server/background.hpp"
#include "server/channel.hpp"
#include "server/workspace.hpp"

#include <nlohmann/json.hpp>

#include <chrono>
#include <map>
#include <set>
#include <string>
#include <utility>

namespace rondix::server {

/// What the program around the server can do besides.
struct Means {
    LookAt looks = {};             ///< for the diagnostics
    PictureOf picture = {};        ///< for hovers, where the client wants pictures
    std::string explanations = {}; ///< the page of all rules, as a file; empty: it is not there
    double longest_check = 10;     ///< seconds; what is known by then is told
};

class Server {
  public:
    Server(int in, int out, Means means = {})
        : channel_(in, out)
        , means_(std::move(means)) {}

    /// Until the client says `exit`, or is gone. The exit status of the program.
    int run();

  private:
    using Json = nlohmann::json;

    void take(const std::string& message);
    void request(const Json& id, const std::string& method, const Json& what);
    void note(const std::string& method, const Json& what);
    Json initialize(const Json& what);
    void change(const Json& what);
    void send(const Json& message);
    void fail(const Json& id, int code, const std::string& words);

    void tell_slips();
    void tell(const std::string& root, const FlowFile& file, const Findings& findings);
    Json told_of(const FlowFile& file, const Finding& finding, const Ranges& ranges) const;
    void note_change(const std::string& path);
    void note_all();
    void go_on_checking();
    void begin_checking();
    int left_of_pause() const;
    void stop_checking();
    PictureOf picture_of();
    LookAt looks_alone();

    Channel channel_;
    Means means_;
    Workspace workspace_;
    Background background_;
    Units units_ = Units::utf16;
    bool begun_ = false, shut_down_ = false, ended_ = false, wants_pictures_ = false;
    std::chrono::steady_clock::time_point changed_at_;
    std::map<std::pair<std::string, std::string>, std::string> drawn_; // of flows and screens
    std::set<std::string> open_;
    std::set<std::string> slips_due_, check_due_;       // files that have changed
    std::map<std::string, std::set<std::string>> told_; // files with diagnostics, of each flow
};

} // namespace rondix::server
