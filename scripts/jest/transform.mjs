import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createTransformer as createSwc } from '@swc/jest';

/**
 * What every module of ours has as its own: in the context of a test a global is looked up by a call, which made sums
 * of the core eight times slower than they are. Nothing that tests replace (timers, dates, fetch).
 */
const OWN = [
  ...['Math', 'Number', 'Infinity', 'NaN', 'Array', 'Object', 'String', 'Map', 'Set', 'WeakMap', 'JSON'],
  ...['Float64Array', 'Float32Array', 'Uint32Array', 'Int32Array', 'Uint8Array', 'Uint16Array'],
];
const version = createHash('sha256')
  .update(readFileSync(import.meta.filename))
  .digest('hex');

/** Adds them in front of the first line, so that every line keeps its number. */
function withOwn({ code, map }) {
  const free = OWN.filter(
    (name) => !new RegExp(`\\b(?:const|let|var|function|class|as|import)\\s+${name}\\b`).test(code),
  );
  return { code: `const { ${free.join(', ')} } = globalThis;${code}`, map };
}

/** The compiler as it is, with what modules have as their own. */
export function createTransformer(options) {
  const swc = createSwc(options);
  return {
    ...swc,
    process: (...given) => withOwn(swc.process(...given)),
    processAsync: async (...given) => withOwn(await swc.processAsync(...given)),
    getCacheKey: (...given) =>
      createHash('sha256')
        .update(version)
        .update(swc.getCacheKey(...given))
        .digest('hex'),
  };
}

export default { createTransformer };
