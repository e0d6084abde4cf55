// Debian's headless Chromium, as every picture and measurement here starts it.
import { commandPath } from './install.mjs';

export const chromiumOptions = () => ({
  executablePath: commandPath('chromium'),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
