// Onlooker: shows on a terminal how far a check is, once it takes longer than a second, and stops
// it when the user interrupts: what was found so far is told then, with the verdict "not settled".
#pragma once

#include "rondix/check.hpp"

namespace rondix::tool {

class Onlooker {
  public:
    /// Takes over the interrupt signal until it is gone. A second interrupt ends the program.
    Onlooker();
    ~Onlooker();
    Onlooker(const Onlooker&) = delete;
    Onlooker& operator=(const Onlooker&) = delete;

    /// False: the user wants it to stop.
    bool look(const Progress& progress);
    bool is_interrupted() const;
    /// Clears the line.
    void end();

  private:
    bool on_terminal_;
    bool shown_ = false;
    double last_ = 1.0; // seconds; the first word comes after that
};

} // namespace rondix::tool
