import type { PartSource } from '@violet-jaw/core/job';

/** What a part without a file is. */
export type Shape = 'block' | 'round' | 'hexagon' | 'tube' | 'turned';

/** The part as its sizes were typed; a turned one begins as one length, the others are added on Part & blank. */
export function typedBody(
  form: Shape,
  block: { x: number; y: number; z: number },
  bar: { across: number; bore: number; length: number; along: 'x' | 'y' | 'z' },
): PartSource {
  if (form === 'block') return { block };
  if (form !== 'turned') return { bar: { ...bar, section: form } };
  const { across, length, along } = bar;
  return { turned: { along, steps: [{ id: 'step-1', length, from: across, to: across }] } };
}
