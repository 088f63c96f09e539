/** Builds what runs: the web application with Vite, server, worker and command line with esbuild. */
import { rmSync } from 'node:fs';
import { build } from 'esbuild';

rmSync('dist/server', { recursive: true, force: true });
rmSync('dist/cli', { recursive: true, force: true });

const common = {
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  jsx: 'automatic',
  sourcemap: true,
  logLevel: 'warning',
  // Our own workspaces go into the bundle; libraries are loaded from node_modules, where their binaries lie.
  plugins: [
    {
      name: 'libraries-stay-outside',
      setup(b) {
        b.onResolve({ filter: /^[^./]/ }, (args) =>
          args.path.startsWith('@violet-jaw/') || args.kind === 'entry-point'
            ? undefined
            : { path: args.path, external: true },
        );
      },
    },
  ],
};

await build({
  ...common,
  entryPoints: { main: './server/src/main.ts', work: './server/src/work/main.ts' },
  outdir: 'dist/server',
  splitting: false,
});
await build({ ...common, entryPoints: { main: './cli/src/main.ts', child: './cli/src/child.ts' }, outdir: 'dist/cli' });
if (!process.argv.includes('--no-web')) {
  const { build: buildWeb } = await import('vite');
  await buildWeb({ root: 'web', logLevel: 'error' });
}
