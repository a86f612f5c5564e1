/**
 * Prints the table and writes JSON beside it. Argument: address of a program on an empty database, and the JSON file.
 */
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { benchApi } from './api.bench';
import { benchCore, type Row } from './core.bench';
import { benchBars, benchNotes, benchVoicing } from './voicing.bench';
import { homePageKilobytes, PAGE_BUDGET_KB } from './page-weight';

/** Of a whole top, with all that the bench holds besides. */
const MEMORY_BUDGET_MB = 500;
/** Made-up tops that are voiced by following the program: some minutes. */
const VOICED_TOPS = 30;
/** Of these two bars are brought to an interval. */
const TUNED_TOPS = 20;
/** And the notes of these shall all differ. */
const DISTINCT_TOPS = 10;

function print(rows: readonly Row[]): void {
  const width = Math.max(...rows.map((row) => row.name.length));
  process.stdout.write(`${'what'.padEnd(width)}   ratio      ms   budget ms\n`);
  for (const { name, ratio, milliseconds, budget } of rows) {
    const within = budget === null ? '' : `${String(budget).padStart(6)} ${milliseconds <= budget ? '' : '  over'}`;
    process.stdout.write(
      `${name.padEnd(width)} ${ratio.toFixed(2).padStart(7)} ${milliseconds.toFixed(2).padStart(7)}   ${within}\n`,
    );
  }
}

async function main(address: string, file: string): Promise<void> {
  const core = await benchCore();
  print(core);
  const megabytes = Math.round(process.resourceUsage().maxRSS / 1024);
  process.stdout.write(`\nmost memory of the core’s rows together: ${megabytes} MB of ${MEMORY_BUDGET_MB}\n\n`);
  const pageKilobytes = homePageKilobytes();
  process.stdout.write(`scripts of the home page: ${pageKilobytes.toFixed(0)} kB gzipped of ${PAGE_BUDGET_KB}\n\n`);
  const api = await benchApi(address);
  print(api);
  process.stdout.write(`\n${VOICED_TOPS} tops voiced by following the first proposal\n`);
  const voicing = benchVoicing(VOICED_TOPS, (line) => process.stdout.write(`${line}\n`));
  const share = voicing.outcomes > 0 ? (100 * voicing.held) / voicing.outcomes : 0;
  process.stdout.write(
    `ended ${JSON.stringify(voicing.ended)}; floor broken ${voicing.floorBroken}; ${voicing.held} of ${voicing.outcomes} nine-of-ten intervals held (${share.toFixed(0)} %, wanted 80 to 97)\n`,
  );
  process.stdout.write(
    `goals met or within doubt on ${voicing.met} of ${voicing.tops}; places of a first choice ${voicing.places} (median, wanted 2 at most); went the wrong way ${voicing.wrongWay} times\n`,
  );
  process.stdout.write(`\nbars of ${TUNED_TOPS} tops brought to an interval\n`);
  const bars = benchBars(TUNED_TOPS, (line) => process.stdout.write(`${line}\n`));
  process.stdout.write(
    `${bars.reached} of ${bars.tops} within ten cents in eight rounds at most (wanted nine of ten)\n`,
  );
  process.stdout.write(`\nnotes of ${DISTINCT_TOPS} tops that shall all differ\n`);
  const notes = benchNotes(DISTINCT_TOPS, (line) => process.stdout.write(`${line}\n`));
  process.stdout.write(`${notes.before} doubles in all, ${notes.after} after voicing\n`);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(
    file,
    `${JSON.stringify({ node: process.version, core, megabytes, pageKilobytes, api, voicing, bars, notes }, null, 2)}\n`,
  );
}

const [address, file] = process.argv.slice(2);
if (!address || !file) throw new Error('usage: main ADDRESS FILE');
main(address, file).catch((error: unknown) => {
  process.stderr.write(`${String(error)}\n`);
  process.exit(1);
});
