// rondix completion: the script that a shell reads, so that it asks `rondix complete`.
#include "commands.hpp"

#include "shell_scripts.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

Run add_completion(Command& command) {
    const auto shell = std::make_shared<std::string>();
    command.text("SHELL", *shell, "bash or zsh").needed().one_of({"bash", "zsh"});
    command.describes(
        "Print the script that makes a shell ask rondix what a word may be: commands, options and "
        "files, and of the flow that stands before it the screens, scenes, controls, flags and all "
        "other names, and the numbers of findings. In ~/.bashrc, or in ~/.zshrc behind compinit, "
        "the "
        "line of the example makes it last. Packages of Rondix have it installed.");
    command.example("source <(rondix completion bash)",
                    "complete the words of rondix in this shell");
    return [shell] {
        fmt::print("{}", *shell == "bash" ? shells::bash : shells::zsh);
        return proved;
    };
}

} // namespace rondix::tool
