/** An id no entry of a list has: the same list always gets the same. */
export function freeId(kind: string, all: readonly { readonly id: string }[]): string {
  const used = new Set(all.map((x) => x.id));
  return Array.from({ length: all.length + 1 }, (_, i) => `${kind}-${i + 1}`).find((id) => !used.has(id))!;
}
