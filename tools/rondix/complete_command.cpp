// rondix complete: what a word of a command line may be, for a shell that asks (shells/).
//
// It prints a candidate a line: the word, and behind a tab what it is about. A line that begins
// with a tab names the files that may stand there: `files *.flow.yaml`, or `folders`.
#include "commands.hpp"

#include "completing.hpp"
#include "hand_on.hpp"
#include "words/printable.hpp"

#include <fmt/format.h>

#include <fcntl.h>
#include <unistd.h>

namespace rondix::tool {

namespace {

/// Where nothing is to be said of what is wrong: the line is not finished.
void be_quiet() {
    const int nowhere = open("/dev/null", O_WRONLY);
    dup2(nowhere, STDERR_FILENO);
}

int run() {
    be_quiet();
    Run handed_on;
    const Candidates found = candidates(all_commands(), kept_words(), handed_on);
    if (handed_on) return handed_on();
    for (const Candidate& one : found.texts)
        fmt::print("{}{}{}\n", printable(one.text), one.about.empty() ? "" : "\t",
                   printable(one.about));
    for (const std::string& files : found.files) fmt::print("\tfiles {}\n", files);
    if (found.folders) fmt::print("\tfolders\n");
    return proved;
}

} // namespace

Run add_complete(Command& command) {
    command.leave_words();
    return run;
}

} // namespace rondix::tool
