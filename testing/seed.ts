import { configureGlobal } from 'fast-check';

// The run that every change has to pass tries the same random cases each time: what fails, fails again. The long run
// draws its own, which is where new ones are found; a counterexample names its seed.
if (!process.env.YOUNG_SHELL_LONG) configureGlobal({ seed: 20 });
