import { existsSync } from 'node:fs';
import { capture, Refusal, run } from './run.mjs';

/**
 * Installs a Debian package when that is possible.
 *
 * @param name the package
 * @param purpose why it is needed, for the line that says what to install
 */
export function installDebian(name, purpose) {
  const advice = `${purpose} Install it, on Debian: apt-get install ${name}`;
  if (process.getuid?.() !== 0 || capture('apt-get', ['--version']) === null)
    throw new Refusal(advice);
  console.log(`Installing ${name}…`);
  const quiet = {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  };
  const install = () =>
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], quiet);
  if (!install() && !(run('apt-get', ['update', '-qq'], quiet) && install()))
    throw new Refusal(`${name} could not be installed. ${advice}`);
}

/** Makes sure that the independent readers are there that the tests hold papers and drawings against. */
export function ensureReaders() {
  if (!existsSync('/usr/bin/pdffonts'))
    installDebian('poppler-utils', 'The tests read PDFs with poppler.');
  if (!existsSync('/usr/lib/python3/dist-packages/ezdxf'))
    installDebian('python3-ezdxf', 'The tests read DXF files with ezdxf.');
}

/** Debian's browser without a window, which needs a third less of a machine, and the whole one. */
const SHELL = '/usr/bin/chromium-headless-shell';
const WHOLE = '/usr/bin/chromium';

/** The browser for the tests; installs it where there is none. */
export function ensureChromium() {
  try {
    if (!existsSync(SHELL))
      installDebian('chromium-headless-shell', 'The browser tests need Chromium.');
    return SHELL;
  } catch (error) {
    if (!(error instanceof Refusal) || !existsSync(WHOLE)) throw error;
    return WHOLE;
  }
}
