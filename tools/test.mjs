import { checkShare } from './share.mjs';
import { build, install, installChromium, installPoppler, installPostgres, run } from './steps.mjs';

install();
installChromium();
installPostgres();
installPoppler();
checkShare();
run('types, lint and format', 'npm', ['run', '--silent', 'check']);
build();
run('unit tests', 'npx', ['vitest', 'run']);
run('the server’s tests on PostgreSQL', 'node', ['tools/postgresTests.mjs']);
run('end to end', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts']);
