// npm start: the application with its own data folder and a real mail host, both set by the environment (docs/operating.md).
import { build, builtServer, builtWeb, install, together } from './steps.mjs';

install();
build();
together().start('The server', [builtServer], { OFFICIUM_WEB: builtWeb });
