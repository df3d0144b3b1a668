import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { defaultDataFolder, prepareDataFolder } from './data-folder.mjs';
import { load, withClient } from './dump.mjs';
import { lock } from './lock.mjs';
import { ensurePackages } from './packages.mjs';
import { Cluster } from './postgres.mjs';
import { main, Refusal } from './run.mjs';

const HELP = `npm run restore -- FILE [--data DIR] [--replace]

Puts the data of a backup into a data folder. Eldrun must not run on it.

  --data DIR   where the data live (default .data in this folder)
  --replace    where there are data already: they are set aside as another
               database of the same PostgreSQL, and the backup takes their place
  --help       this text
`;

function options() {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        data: { type: 'string' },
        replace: { type: 'boolean', default: false },
        help: { type: 'boolean', short: 'h', default: false },
      },
    });
    if (!values.help && positionals.length !== 1) throw new Error('Say which file to restore.');
    return { ...values, file: positionals[0] };
  } catch (error) {
    throw new Refusal(`${error.message}\n\n${HELP}`);
  }
}

/** How many projects a database holds. */
const projectsIn = (url) =>
  withClient(url, async (client) => {
    const { rows } = await client.query(`SELECT to_regclass('projects') IS NOT NULL AS there`);
    if (!rows[0].there) return 0;
    return Number((await client.query('SELECT count(*) FROM projects')).rows[0].count);
  });

/** The address of another database of the same PostgreSQL. */
const sibling = (url, name) => Object.assign(new URL(url), { pathname: `/${name}` }).href;

await main(async () => {
  const { file: wanted, data, replace, help } = options();
  if (help) return void console.log(HELP);
  ensurePackages();
  const file = resolve(wanted);
  if (!existsSync(file)) throw new Refusal(`There is no ${file}.`);
  const folder = data ? resolve(data) : defaultDataFolder();
  prepareDataFolder(folder);
  if (!(await lock(join(folder, 'lock'))))
    throw new Refusal('Eldrun runs on these data. Stop it first. Nothing was changed.');
  const cluster = new Cluster(folder);
  try {
    const url = await cluster.start();
    const projects = await projectsIn(url);
    if (projects > 0 && !replace)
      throw new Refusal(
        `${folder} holds ${projects} projects. Nothing was changed.\n` +
          'With --replace they are set aside and the backup takes their place.',
      );
    const mark = new Date().toISOString().replace(/\D/g, '').slice(0, 14);
    const [fresh, before] = [`eldrun_restored_${mark}`, `eldrun_before_${mark}`];
    await withClient(sibling(url, 'postgres'), async (client) => {
      await client.query(`CREATE DATABASE ${fresh}`);
      try {
        await load(sibling(url, fresh), file);
      } catch (error) {
        await client.query(`DROP DATABASE ${fresh}`);
        throw new Refusal(`${error.message}\nThe backup was not restored. Nothing was changed.`);
      }
      await client.query(`ALTER DATABASE eldrun RENAME TO ${before}`);
      await client.query(`ALTER DATABASE ${fresh} RENAME TO eldrun`);
      if (projects === 0) await client.query(`DROP DATABASE ${before}`);
    });
    console.log(`${file} is restored into ${folder}.`);
    if (projects > 0)
      console.log(
        `What was there is kept as the database ${before}; docs/reliability.md says how to get at it.`,
      );
  } finally {
    await cluster.stop();
  }
});
