import { chmodSync, existsSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { defaultDataFolder, prepareDataFolder, throwAwayFolder } from './data-folder.mjs';
import { dump, load } from './dump.mjs';
import { lock } from './lock.mjs';
import { ensurePackages } from './packages.mjs';
import { Cluster } from './postgres.mjs';
import { main, Refusal } from './run.mjs';

const HELP = `npm run backup -- FILE [--data DIR]

Writes all data to FILE, while Eldrun runs or not, and checks the file: it is
restored into an empty database and compared with the data row by row.

  --data DIR   where the data live (default .data in this folder)
  --help       this text
`;

function options() {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: { data: { type: 'string' }, help: { type: 'boolean', short: 'h', default: false } },
    });
    if (!values.help && positionals.length !== 1) throw new Error('Say which file to write.');
    return { ...values, file: positionals[0] };
  } catch (error) {
    throw new Refusal(`${error.message}\n\n${HELP}`);
  }
}

/** Works with the database of a data folder: the one that runs, or one that is started for it. */
async function withDatabase(folder, work) {
  const cluster = new Cluster(folder);
  if (!existsSync(join(cluster.data, 'PG_VERSION')))
    throw new Refusal(`There are no data of Eldrun in ${folder}.`);
  const running = cluster.runningUrl();
  if (running) return work(running);
  prepareDataFolder(folder);
  if (!(await lock(join(folder, 'lock'))))
    throw new Refusal('Eldrun is starting on these data. Try again when it runs.');
  try {
    return await work(await cluster.start());
  } finally {
    await cluster.stop();
  }
}

await main(async () => {
  const { file: wanted, data, help } = options();
  if (help) return void console.log(HELP);
  ensurePackages();
  const file = resolve(wanted);
  if (existsSync(file)) throw new Refusal(`${file} is there already. Choose another name.`);
  const part = `${file}.part`;
  const proof = new Cluster(throwAwayFolder());
  try {
    writeFileSync(part, '', { mode: 0o600 });
    chmodSync(part, 0o600);
    const folder = data ? resolve(data) : defaultDataFolder();
    const then = await withDatabase(folder, (url) => dump(url, part));
    const restored = await load(await proof.start({ durable: false }), part);
    const differs = Object.keys({ ...then, ...restored }).filter(
      (name) => then[name] !== restored[name],
    );
    if (differs.length > 0)
      throw new Refusal(`The backup does not hold what the data do: ${differs.join(', ')}.`);
    renameSync(part, file);
    const rows = Object.values(then).reduce((sum, text) => sum + Number(text.split(' ')[0]), 0);
    const size = (statSync(file).size / 1048576).toFixed(1);
    console.log(`${file}: ${size} MiB, every row of ${rows} restored and compared.`);
  } finally {
    rmSync(part, { force: true });
    await proof.remove();
  }
});
