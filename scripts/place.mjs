// Whether this machine can run the project, said before anything is tried. Plain Node: it runs before anything is
// installed.
import { accessSync, constants, readFileSync } from 'node:fs';
import { resolve } from 'node:path';

const numbers = (version) => version.replace(/^v/, '').split('.').map(Number);
const isAtLeast = (version, least) => {
  for (const [i, n] of numbers(least).entries()) {
    const own = numbers(version)[i] ?? 0;
    if (own !== n) return own > n;
  }
  return true;
};

/** True where a version lies in a range of the forms that package.json uses: ^20.19.0 || >=24.0.0 */
export const isInRange = (version, range) =>
  range.split('||').some((part) => {
    const [, sign, least] = /^\s*(\^|>=)\s*([\d.]+)\s*$/.exec(part) ?? [];
    if (least === undefined) throw new Error(`This range of versions cannot be read: ${part}`);
    return isAtLeast(version, least) && (sign === '>=' || numbers(version)[0] === numbers(least)[0]);
  });

/**
 * What keeps the project from running here; undefined: nothing.
 * @param root folder of the project
 * @param version of Node.js
 */
export function whyNotHere(root, version = process.versions.node) {
  const { engines } = JSON.parse(readFileSync(resolve(root, 'package.json'), 'utf8'));
  if (!isInRange(version, engines.node))
    return `Node.js ${version} is here; ${engines.node} is needed. Install one of these, for instance the version in .nvmrc.`;
  try {
    accessSync(root, constants.W_OK);
  } catch {
    return `${root} is not writable for you: packages and the built app are put there. Copy the project to a folder of yours, or change its owner.`;
  }
  return undefined;
}

/** What to do where the packages could not be installed. */
export const NOT_INSTALLED =
  'The packages could not be installed. Without a network that is not possible: connect once, or copy node_modules from a machine of the same kind. What npm said stands above.';
