import fc from 'fast-check';

// A test that draws other files at every run fails somebody who changed nothing. So what is drawn is fixed, and drawing
// anew is a command of its own, whose seed repeats what it found.
fc.configureGlobal({ seed: Number(process.env.CAVREN_SEED ?? 20_260_101) });
