// A property that finds a mutant finds it early; with a hundred runs for each of a thousand mutants nobody would wait.
require('fast-check').configureGlobal({ numRuns: 25 });
