import { installPackages, mustRun } from './setup.mjs';
installPackages();
mustRun('npx', ['vite', 'dev', ...process.argv.slice(2)]);
