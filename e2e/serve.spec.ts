import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { throwAwayFolder } from '../scripts/data-folder.mjs';
import { Cluster, freePort } from '../scripts/postgres.mjs';
import { expectAccessible } from './bench.ts';

const SERVE = join(import.meta.dirname, '../scripts/serve.mjs');
const PASSWORD = 'larch above the ford';

interface Served {
  process: ChildProcess;
  said: string;
}

/** A server alone, on a database that the test brings. */
function serve(env: Record<string, string>): Served {
  const served: Served = {
    process: spawn(process.execPath, [SERVE], {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    }),
    said: '',
  };
  for (const stream of [served.process.stdout!, served.process.stderr!])
    stream.setEncoding('utf8').on('data', (text: string) => (served.said += text));
  return served;
}

async function stop({ process: running }: Served): Promise<void> {
  if (running.exitCode !== null) return;
  running.kill('SIGTERM');
  await once(running, 'exit');
}

test('two servers over one database, reached from elsewhere by a password alone', async ({
  page,
}) => {
  const cluster = new Cluster(throwAwayFolder());
  const served: Served[] = [];
  try {
    const database = await cluster.start({ durable: false });
    const settings = { ELDRUN_DATABASE_URL: database, ELDRUN_HOST: '0.0.0.0' };
    const open = serve({ ...settings, ELDRUN_PORT: String(await freePort()) });
    served.push(open);
    await expect.poll(() => open.process.exitCode).toBe(1);
    expect(open.said).toContain('ELDRUN_PASSWORD: whoever reaches 0.0.0.0');

    const [one, other] = [await freePort(), await freePort()];
    for (const port of [one, other])
      served.push(
        serve({
          ...settings,
          ELDRUN_PASSWORD: PASSWORD,
          ELDRUN_PORT: String(port),
          ELDRUN_DEMO: 'once',
        }),
      );
    await expect
      .poll(() => served.slice(1).every(({ said }) => said.includes('Eldrun: http')))
      .toBe(true);

    await page.goto(`http://127.0.0.1:${one}/projects`);
    await expect(page).toHaveURL(/\/enter$/);
    await expectAccessible(page);
    await page.getByLabel('Password').fill('something else');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toHaveText('This is not the password.');
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Enter' }).click();
    await expect(page.getByRole('link', { name: 'Mill Race house' })).toHaveCount(1);
    // Cookies know no ports: the other server takes the same session.
    await page.goto(`http://127.0.0.1:${other}/`);
    await expect(page.getByRole('link', { name: 'Mill Race house' })).toHaveCount(1);
  } finally {
    for (const one of served) await stop(one);
    await cluster.remove();
  }
});
