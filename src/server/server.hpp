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

#include <set>
#include <string>

namespace rondix::server {

class Server {
  public:
    Server(int in, int out)
        : channel_(in, out) {}

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
    void begin_checking();

    Channel channel_;
    Workspace workspace_;
    Background background_;
    Units units_ = Units::utf16;
    bool begun_ = false, shut_down_ = false, ended_ = false;
    bool slips_due_ = false, check_due_ = false;
    std::set<std::string> open_;
    std::map<std::string, std::set<std::string>> told_; // files with diagnostics, of each flow
};

} // namespace rondix::server
