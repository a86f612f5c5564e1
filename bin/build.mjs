#!/usr/bin/env node
import { buildWhenChanged } from './lib/build.mjs';
import { endOnStop } from './lib/say.mjs';

endOnStop(buildWhenChanged);
