import { checkShare } from './share.mjs';
import { build, install, installChromium, run } from './steps.mjs';

install();
installChromium();
checkShare();
run('types, lint and format', 'npm', ['run', '--silent', 'check']);
run('unit tests', 'npm', ['run', '--silent', 'unit']);
build();
run('end to end', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts']);
