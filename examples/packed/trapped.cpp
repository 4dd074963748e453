// Never compiled: its flow has a trap, which ends the build before (see CMakeLists.txt).
int main() {}
