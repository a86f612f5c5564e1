#!/usr/bin/env node
// Writes everything into one file: npm run backup -- FILE [--data DIR]. The program may be running or not.
import { withDatabaseTool } from './lib/database-tool.mjs';
import { endOnStop } from './lib/say.mjs';

endOnStop(() =>
  withDatabaseTool({
    tool: 'pg_dump',
    usage: 'npm run backup -- FILE [--data DIR]',
    args: (file, url) => ['--format=custom', `--file=${file}`, `--dbname=${url}`],
    done: (file) => `Everything is in ${file}.`,
  }),
);
