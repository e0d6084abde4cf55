export { runCommand } from './commands.ts';
