/**
 * Deflection under the tool of a bar that sticks out of its collet and is held at its other end too:
 * `δ = F·a³·b²·(3a + 4b) / (12·E·I·l³)`, a from the collet to the tool, b on to the support, l = a + b: a beam built in
 * at one end and carried at the other (Euler and Bernoulli; formulas of beams in any mechanics handbook).
 * @returns mm; force N, lengths mm, modulus GPa, second moment mm⁴
 */
export function proppedDeflectionMm({
  forceN,
  toTool,
  toSupport,
  youngGPa,
  inertiaMm4,
}: {
  readonly forceN: number;
  readonly toTool: number;
  readonly toSupport: number;
  readonly youngGPa: number;
  readonly inertiaMm4: number;
}): number {
  const [a, b, l] = [toTool, toSupport, toTool + toSupport];
  return (forceN * a ** 3 * b ** 2 * (3 * a + 4 * b)) / (12 * youngGPa * 1000 * inertiaMm4 * l ** 3);
}
