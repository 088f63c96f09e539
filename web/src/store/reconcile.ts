const isPlain = (value: object): boolean => {
  const proto = Object.getPrototypeOf(value) as object | null;
  // also where it was made elsewhere
  return proto === null || Object.getPrototypeOf(proto) === null;
};

const kindOf = (value: object) => Object.prototype.toString.call(value);

function sameNumbers(a: ArrayLike<number>, b: ArrayLike<number>): boolean {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (!Object.is(a[i], b[i])) return false;
  return true;
}

/**
 * What is new, with every part of it that equals what was there before replaced by that: what comes from a worker is a
 * copy each time, and whatever is drawn of a part that has not changed need not be drawn again. Neither is changed.
 */
export function reconcile<T>(before: unknown, now: T): T {
  if (Object.is(before, now)) return now;
  if (typeof before !== 'object' || typeof now !== 'object' || before === null || now === null) return now;
  if (ArrayBuffer.isView(now)) {
    const isSame =
      kindOf(before) === kindOf(now) &&
      sameNumbers(before as unknown as ArrayLike<number>, now as unknown as ArrayLike<number>);
    return isSame ? (before as T) : now;
  }
  if (Array.isArray(now)) {
    if (!Array.isArray(before)) return now;
    const items = now.map((v: unknown, i) => reconcile(before[i] as unknown, v));
    const isSame = items.length === before.length && items.every((v, i) => Object.is(v, before[i]));
    return (isSame ? before : items) as T;
  }
  if (!isPlain(now) || !isPlain(before)) return now;
  const old = before as Record<string, unknown>;
  const entries = Object.entries(now).map(([k, v]) => [k, reconcile(old[k], v)] as const);
  const isSame =
    entries.length === Object.keys(old).length && entries.every(([k, v]) => k in old && Object.is(v, old[k]));
  return isSame ? (before as T) : (Object.fromEntries(entries) as T);
}
