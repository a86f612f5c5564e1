#!/usr/bin/env node
// Puts a backup back in place of what is there: npm run restore -- FILE [--data DIR]. Stop the program first.
import { withDatabaseTool } from './lib/database-tool.mjs';
import { endOnStop } from './lib/say.mjs';

endOnStop(() =>
  withDatabaseTool({
    tool: 'pg_restore',
    usage: 'npm run restore -- FILE [--data DIR]',
    mustExist: true,
    mustBeStopped: true,
    args: (file, url) => ['--clean', '--if-exists', '--single-transaction', '--no-owner', `--dbname=${url}`, file],
    done: (file) => `${file} is back. Start with npm start.`,
  }),
);
