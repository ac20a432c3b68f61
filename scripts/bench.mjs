// npm run bench [-- NAME… --json FILE]: ratios against named libraries and raw limits, taken in one run.
import { install, runTool } from './steps.mjs';

install();
runTool('tsx', ['bench/run.ts', ...process.argv.slice(2)]);
