// npm run build: server and web application into dist/.
import { build, install } from './steps.mjs';

install();
build();
