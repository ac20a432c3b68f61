// A thread's start while the application runs from its sources: with the loader that understands them. Never built.
import { register } from 'tsx/esm/api';

register();
const worker = await import(process.env.OFFICIUM_WORKER);
export const run = (task) => worker.run(task);
