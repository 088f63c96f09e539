#!/usr/bin/env node
import { existsSync } from 'node:fs';

const built = new URL('../dist/cli/main.js', import.meta.url);
if (!existsSync(built)) {
  console.error('violet-jaw is not built yet. Run: npm run build');
  process.exit(2);
}
await import(built.href);
