/** Which modules travel together. Left alone, the build makes a file of every set of modules that the same views
 * share: some eighty scripts and fifty sheets, most of which a station asks for as it opens. */
import { resolve } from 'node:path';
import type { Rolldown } from 'vite';

type Graph = { getModuleInfo(id: string): Rolldown.ModuleInfo | null };

/** What somebody waits for. */
const PAGES = {
  main: 'src/main.ts',
  garden: 'src/garden.ts',
  door: 'src/lib/ui/Door.svelte',
  station: 'src/lib/ui/StationPage.svelte',
};

/** The modules without which a page does not open, before what it does not use of them is left out. */
function needed(page: string, graph: Graph): Set<string> {
  const every = new Set<string>();
  const left = [resolve(page)];
  for (let id = left.pop(); id !== undefined; id = left.pop()) {
    if (every.has(id)) continue;
    every.add(id);
    left.push(...(graph.getModuleInfo(id)?.importedIds ?? []));
  }
  return every;
}

/** Of our own, what the same pages need is one file, and what none of them needs, but several views, another. Of
 * packages, which are used in part, what the same views use. What the garden alone needs stays with it: it would
 * open wherever one of its files is used. */
export function chunks(): Rolldown.CodeSplittingOptions {
  const own = /[\\/]frontend[\\/]src[\\/]/;
  let pages: [string, Set<string>][] | undefined;
  const together = (id: string, graph: Graph) => {
    pages ??= Object.entries(PAGES).map(([name, page]) => [name, needed(page, graph)]);
    const names = pages.flatMap(([name, modules]) => (modules.has(id) ? [name] : [])).join('-');
    return names === 'garden' || graph.getModuleInfo(id)?.isEntry ? null : names || 'views';
  };
  const packages = { minShareCount: 2, entriesAware: true, entriesAwareMergeThreshold: 3000 };
  return {
    groups: [
      { name: together, debugName: 'pages', test: own, minShareCount: 2 },
      { name: 'packages', test: /node_modules/, ...packages },
    ],
    includeDependenciesRecursively: false,
  };
}
