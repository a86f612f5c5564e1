/** Plain lines to the person who started a script. */
export const say = (text) => process.stdout.write(`${text}\n`);

/** Stops with a message and no stack: the person can act on it. */
export class Stop extends Error {}

export function endOnStop(main) {
  main().catch((error) => {
    process.stderr.write(`${error instanceof Stop ? error.message : (error.stack ?? error)}\n`);
    process.exit(1);
  });
}
