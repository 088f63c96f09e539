export interface Figure {
  readonly figure: string;
  readonly value: number;
  readonly unit: string;
  readonly baseline?: { readonly what: string; readonly value: number };
  readonly ratio?: number;
  readonly target: string;
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)];
}

export async function timed(times: number, work: (i: number) => unknown): Promise<number> {
  const spent: number[] = [];
  for (let i = 0; i < times; i++) {
    const began = performance.now();
    await work(i);
    spent.push(performance.now() - began);
  }
  return median(spent);
}

const round = (v: number) => Math.round(v * 1000) / 1000;

export function print(f: Figure): void {
  console.log(
    JSON.stringify({
      ...f,
      value: round(f.value),
      ...(f.baseline
        ? { baseline: { ...f.baseline, value: round(f.baseline.value) }, ratio: round(f.value / f.baseline.value) }
        : {}),
    }),
  );
}
