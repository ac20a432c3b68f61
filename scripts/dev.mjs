// npm run dev: demo data, server and pages that follow the sources as they change. Pages at http://localhost:4101.
import { join } from 'node:path';
import { install, root, run, together } from './steps.mjs';

install();
const tsx = join(root, 'node_modules', 'tsx', 'dist', 'cli.mjs');
const data = join(root, 'data', 'dev');
run(process.execPath, [tsx, 'demo/main.ts', '--folder', join(data, 'practice')]);
const children = together();
children.start('The stand-in mail host', [tsx, 'standins/mailHost.ts', '--folder', join(data, 'mailhost')]);
children.start('The server', [tsx, 'watch', 'server/app/main.ts'], {
  OFFICIUM_DEMO: '1',
  OFFICIUM_DATA: join(data, 'practice'),
  OFFICIUM_MAILBOXES_URL: 'http://localhost:4126',
  OFFICIUM_TEXT_GATEWAY_URL: 'http://127.0.0.1:4126/gateway/texts',
  OFFICIUM_TEXT_REPLIES_URL: 'http://127.0.0.1:4126/gateway/replies',
  OFFICIUM_PRINTER_URL: 'http://127.0.0.1:4126/printer',
});
children.start('The pages', [join(root, 'node_modules', 'vite', 'bin', 'vite.js')]);
