// The database's library takes down where each query came from; the runner would map a hundred
// frames of it back to the sources, thousands of times.
Error.stackTraceLimit = 15;
