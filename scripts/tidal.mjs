#!/usr/bin/env node
// tidal: the command line, built at its first use and whenever its source has changed.
import { dirname, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { builtCli } from './buildCli.mjs';

try {
  await import(pathToFileURL(builtCli(resolve(dirname(fileURLToPath(import.meta.url)), '..'))).href);
} catch (error) {
  console.error(error.message);
  process.exitCode = 2;
}
