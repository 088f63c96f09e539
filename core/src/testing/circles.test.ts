import { readdirSync, readFileSync, existsSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';

const ROOT = process.cwd();
const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory()
      ? files(join(folder, e.name))
      : /\.tsx?$/.test(e.name) && !/\.test\.tsx?$/.test(e.name)
        ? [join(folder, e.name)]
        : [],
  );

/** The file an import leads to; null: outside the folder. */
function target(from: string, path: string): string | null {
  if (!path.startsWith('.')) return null;
  const at = resolve(dirname(from), path);
  return (
    [at, `${at}.ts`, `${at}.tsx`, join(at, 'index.ts'), join(at, 'index.tsx')].find(
      (p) => /\.tsx?$/.test(p) && existsSync(p),
    ) ?? null
  );
}

/** Groups of files that import each other round about, types included: whoever reads one of them must read all. */
function circles(folder: string): string[][] {
  const imports = new Map(
    files(folder).map((f) => [
      f,
      [...readFileSync(f, 'utf8').matchAll(/from '([^']+)'/g)].flatMap(([, p]) => target(f, p) ?? []),
    ]),
  );
  const reach = new Map<string, Set<string>>();
  for (const start of imports.keys()) {
    const seen = new Set<string>();
    const ahead = [...imports.get(start)!];
    for (let at = ahead.pop(); at; at = ahead.pop())
      if (!seen.has(at)) {
        seen.add(at);
        ahead.push(...(imports.get(at) ?? []));
      }
    reach.set(start, seen);
  }
  const inCircle = [...imports.keys()].filter((f) => reach.get(f)!.has(f));
  const groups = new Map<string, string[]>();
  for (const f of inCircle) {
    const group = inCircle.filter((g) => reach.get(f)!.has(g) && reach.get(g)!.has(f)).sort();
    groups.set(
      group[0],
      group.map((g) => relative(ROOT, g)),
    );
  }
  return [...groups.values()];
}

test.each(['core/src', 'formats/src', 'server/src', 'cli/src', 'web/src'])(
  'no file of %s imports itself round about',
  (folder) => {
    expect(circles(join(ROOT, folder))).toEqual([]);
  },
);
