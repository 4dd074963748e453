// What it costs to start the tool: a program that does nothing, beside `rondix` with little to do.
#include <benchmark/benchmark.h>

#include <cstdlib>
#include <fcntl.h>
#include <spawn.h>
#include <sys/wait.h>
#include <vector>

namespace {

/// Runs a program, quietly, until it has ended.
void start(benchmark::State& state, std::vector<const char*> words) {
    words.push_back(nullptr);
    posix_spawn_file_actions_t quiet;
    posix_spawn_file_actions_init(&quiet);
    posix_spawn_file_actions_addopen(&quiet, STDOUT_FILENO, "/dev/null", O_WRONLY, 0);
    for (auto _ : state) {
        pid_t program = 0;
        int status = 0;
        if (posix_spawn(&program, words[0], &quiet, nullptr, const_cast<char* const*>(words.data()),
                        environ) != 0 ||
            waitpid(program, &status, 0) != program || status != 0)
            std::abort();
    }
    posix_spawn_file_actions_destroy(&quiet);
}

void start_nothing(benchmark::State& state) {
    start(state, {"/bin/true"});
}
BENCHMARK(start_nothing)->UseRealTime()->Unit(benchmark::kMicrosecond);

void start_check(benchmark::State& state) {
    start(state,
          {RONDIX_TOOL, "check", "--no-looks", RONDIX_ROOT "/examples/hello/hello.flow.yaml"});
}
BENCHMARK(start_check)->UseRealTime()->Unit(benchmark::kMicrosecond);

} // namespace
