/*
 * Eigenvalues of small symmetric matrices: what rank and free motions of a part against its locators come from.
 */

const { abs, hypot, sign } = Math;

export interface Eigen {
  /** smallest first */
  readonly values: readonly number[];
  /** unit vectors, square to each other, in the order of the values */
  readonly vectors: readonly (readonly number[])[];
}

const MOST_SWEEPS = 60;

/**
 * Eigenvalues and eigenvectors of a symmetric matrix.
 * Source: cyclic Jacobi rotations (Golub & Van Loan, Matrix Computations, section 8.5); checked against `ml-matrix`.
 */
export function eigenOf(matrix: readonly (readonly number[])[]): Eigen {
  const n = matrix.length;
  const a = matrix.map((row) => [...row]);
  const v = a.map((_, i) => a.map((__, k) => (i === k ? 1 : 0)));
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
    let off = 0;
    for (let p = 0; p < n; p++) for (let q = p + 1; q < n; q++) off += abs(a[p][q]);
    if (off < 1e-300) break;
    for (let p = 0; p < n; p++) for (let q = p + 1; q < n; q++) if (a[p][q] !== 0) turn(a, v, p, q);
  }
  const order = a.map((_, i) => i).sort((i, k) => a[i][i] - a[k][k]);
  return { values: order.map((i) => a[i][i]), vectors: order.map((i) => v.map((row) => row[i])) };
}

/** One rotation in the plane of two axes that makes their common entry zero. */
function turn(a: number[][], v: number[][], p: number, q: number): void {
  const theta = (a[q][q] - a[p][p]) / (2 * a[p][q]);
  const t = theta === 0 ? 1 : sign(theta) / (abs(theta) + hypot(1, theta));
  const c = 1 / hypot(1, t);
  const s = t * c;
  for (let k = 0; k < a.length; k++) {
    const [kp, kq] = [a[k][p], a[k][q]];
    a[k][p] = c * kp - s * kq;
    a[k][q] = s * kp + c * kq;
  }
  for (let k = 0; k < a.length; k++) {
    const [pk, qk] = [a[p][k], a[q][k]];
    a[p][k] = c * pk - s * qk;
    a[q][k] = s * pk + c * qk;
  }
  a[p][q] = a[q][p] = 0;
  for (const row of v) {
    const [kp, kq] = [row[p], row[q]];
    row[p] = c * kp - s * kq;
    row[q] = s * kp + c * kq;
  }
}
