// npm run attack -- freezes: what is built to stop everybody is sent in, while the health check is asked all along.
import { build, install, runTool } from './steps.mjs';

install();
build();
runTool('tsx', ['faults/attack.ts', ...process.argv.slice(2)]);
