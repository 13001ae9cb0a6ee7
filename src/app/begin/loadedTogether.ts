import type { Rolldown } from 'vite';

/** How pieces of script are put together: a page asks for few files at a time, and each costs it a way to the server. */
type Groups = NonNullable<Extract<Rolldown.OutputOptions['codeSplitting'], object>['groups']>;
type Modules = Parameters<Extract<Groups[number]['name'], (...args: never[]) => unknown>>[1];

/** Passes on all of the kit: of it only what is named where it is imported is needed. */
const KIT = /node_modules[\\/]antd[\\/]es[\\/]index\.js$/;
const NAMED_OF_KIT = /import\s*\{([^}]*)\}\s*from\s*["']antd["']/g;
const PASSED_ON = /export\s*\{\s*default as (\w+)\s*\}\s*from\s*["']\.\/([^"']+)["']/g;

/**
 * One piece of all that modules import, as far as no piece before it has it. What a piece needs is in it or in one
 * before it, so that no two wait for each other.
 * @param from ends of the modules' paths; the build of another worker has none of them, and no such piece
 * @throws in the build, where it has some of them and not all: then the list is out of date
 */
function pieceOf(name: string, from: readonly string[], priority: number): Groups[number] {
  const needed = new WeakMap<Modules, ReadonlySet<string>>();
  const asked = new Set<string>();
  return {
    // Asked of every module before the first name is.
    test: (id) => {
      asked.add(id);
      return true;
    },
    name: (id, modules) => {
      if (!needed.has(modules)) needed.set(modules, neededBy(from, [...asked], modules));
      return needed.get(modules)!.has(id) ? name : null;
    },
    priority,
  };
}

function neededBy(from: readonly string[], ids: readonly string[], modules: Modules): ReadonlySet<string> {
  const waiting = ids.filter((id) => from.some((end) => id.endsWith(end)) && modules.getModuleInfo(id));
  if (waiting.length > 0 && waiting.length < from.length)
    throw new Error(`To be loaded together: ${from.join(', ')}; there are only ${waiting.join(', ')}`);
  const found = new Set<string>();
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (found.has(id)) continue;
    found.add(id);
    const { importedIds = [], code } = modules.getModuleInfo(id) ?? {};
    for (const imported of importedIds)
      waiting.push(...(KIT.test(imported) ? namedOfKit(code ?? '', imported, modules) : [imported]));
  }
  return found;
}

/** The modules of the kit's components that a module names. @throws when the kit passes on no such component */
function namedOfKit(code: string, kit: string, modules: Modules): string[] {
  const { code: passesOn, importedIds = [] } = modules.getModuleInfo(kit) ?? {};
  const paths = new Map([...(passesOn ?? '').matchAll(PASSED_ON)].map(([, name, path]) => [name, path]));
  return [...code.matchAll(NAMED_OF_KIT)]
    .flatMap(([, names = '']) => names.split(','))
    .map((each) => each.trim().split(/\s/)[0])
    .filter((name) => name !== undefined && name !== '')
    .map((name) => {
      const path = paths.get(name);
      // The whole of a folder's name: some begin as others do.
      const id = importedIds.find((each) => each.includes(`/es/${path}/`));
      if (id === undefined) throw new Error(`The kit has no ${name}: where is it now?`);
      return id;
    });
}

/** What judges a circuit: asked for as soon as the first state is solved. */
const JUDGES = ['/studies/sweep/sweepStudy.ts', '/studies/check/checkStudy.ts'];

/**
 * The page: what it needs before its first drawing, what comes beside every drawing and the first screen, and the rest
 * of the kit.
 */
export const PAGE_PIECES: Groups = [
  pieceOf('first', ['/index.html'], 4),
  pieceOf(
    'beside',
    [
      '/app/theme/AntdTheme.tsx',
      '/features/workspace/Beginnings.tsx',
      '/features/variants/VariantBar.tsx',
      '/features/project/ProjectMenu.tsx',
      '/features/stateBar/OilMode.tsx',
      '/features/stateBar/OilChoice.tsx',
      '/app/CircuitPanel.tsx',
    ],
    3,
  ),
  pieceOf('judges', JUDGES, 2),
  { name: 'kit', test: /node_modules[\\/](antd|@ant-design|@rc-component)[\\/]/, priority: 1 },
];

/** The workers: what solves a state, and what judges the circuit. */
export const WORKER_PIECES: Groups = [
  pieceOf('solves', ['/workers/circuit.worker.ts'], 2),
  pieceOf('judges', JUDGES, 1),
];
