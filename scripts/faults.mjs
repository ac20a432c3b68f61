// npm run faults [-- --messages N --kills N --seed N]: sending while the server is killed and the mail host misbehaves.
import { build, install, runTool } from './steps.mjs';

install();
build();
runTool('tsx', ['faults/run.ts', ...process.argv.slice(2)]);
