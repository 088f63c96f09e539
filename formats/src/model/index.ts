import { facet, type Result, type TriangleMesh } from '@violet-jaw/core/solid';
import { withCrests } from './crests';

/** What the reading kernel gives back; only what is used here. */
interface KernelNode {
  name: string;
  meshes: number[];
  children: KernelNode[];
}
interface KernelMesh {
  name: string;
  brep_faces: { first: number; last: number }[];
  attributes: { position: { array: number[] }; normal?: { array: number[] } };
  index: { array: number[] };
}
interface KernelAnswer {
  success: boolean;
  root?: KernelNode;
  meshes?: KernelMesh[];
}
type Read = (content: Uint8Array, params: Record<string, unknown>) => KernelAnswer;
export interface ModelKernel {
  readonly ReadStepFile: Read;
  readonly ReadIgesFile: Read;
  readonly ReadBrepFile: Read;
}

/** Files of exact solids: STEP (ISO 10303-21), IGES 5.3 and BREP. */
export type ModelKind = 'STEP' | 'IGES' | 'BREP';

export const FILE_SIZE_LIMIT = 64 * 1024 * 1024;

/**
 * Curved faces are meshed within this distance of the model, mm; every vertex lies on the surface, flat faces and the
 * crests of cylinders are exact (of free forms that are cylinders, to a ten-thousandth).
 */
export const CURVE_DEVIATION_MM = 0.01;

/** A face whose corners lie within this of a plane is plane, mm. */
const FLAT_WITHIN_MM = 1e-6;

/** One body of a file, millimeters whatever the file's unit, in the file's coordinates. */
export interface PartBody {
  readonly index: number;
  /** path of names in the file's tree */
  readonly name: string;
  readonly faceCount: number;
  readonly mesh: TriangleMesh;
  /** what was repaired or left out while reading, in words */
  readonly notes: readonly string[];
}

/** Marks the triangles of faces that are not plane: a face is plane when all its corners lie in one plane. */
function withCurvedMarked(mesh: TriangleMesh, faces: readonly { first: number; last: number }[]): TriangleMesh {
  const curved = new Uint8Array(mesh.triangles.length / 3);
  const faceOf = new Uint32Array(curved.length);
  const { positions: p, triangles } = mesh;
  for (const [number, { first, last }] of faces.entries()) {
    faceOf.fill(number, first, last + 1);
    let largest = facet(mesh, 3 * first);
    let at = 3 * triangles[3 * first];
    for (let t = first + 1; t <= last && largest.area < 1e-9; t++) {
      largest = facet(mesh, 3 * t);
      at = 3 * triangles[3 * t];
    }
    const { x, y, z } = largest.normal;
    const level = p[at] * x + p[at + 1] * y + p[at + 2] * z;
    for (let k = 3 * first; k < 3 * last + 3; k++) {
      const i = 3 * triangles[k];
      if (Math.abs(p[i] * x + p[i + 1] * y + p[i + 2] * z - level) > FLAT_WITHIN_MM) {
        curved.fill(1, first, last + 1);
        break;
      }
    }
  }
  return { ...mesh, curved, faces: faceOf };
}

function meshOf({ attributes, index, brep_faces: faces }: KernelMesh): TriangleMesh {
  const mesh = withCurvedMarked(
    { positions: new Float64Array(attributes.position.array), triangles: new Uint32Array(index.array) },
    faces,
  );
  return attributes.normal ? withCrests({ mesh, normals: attributes.normal.array }) : mesh;
}

/** What can be said about a file before the kernel reads it. @returns null when it may be good */
export function modelProblem(bytes: Uint8Array, kind: ModelKind): string | null {
  if (bytes.length === 0) return 'The file is empty. Export it again from the drawing program.';
  if (bytes.length > FILE_SIZE_LIMIT) return sizeProblem(bytes.length);
  const end = new TextDecoder('latin1').decode(bytes.subarray(-4000));
  if (kind === 'STEP' && !end.includes('END-ISO-10303-21'))
    return 'The STEP file is cut off: its last line END-ISO-10303-21 is missing. Copy or export it again.';
  if (kind === 'IGES' && !/T\s*\d+\s*$/.test(end))
    return 'The IGES file is cut off: its last line, section T, is missing. Copy or export it again.';
  return null;
}

export function sizeProblem(size: number): string {
  return `The file has ${Math.round(size / 1024 / 1024)} MB; up to ${FILE_SIZE_LIMIT / 1024 / 1024} MB can be read. Export the single part instead of the assembly.`;
}

/** The same names told apart: the second of a name gets "(2)" and so on, so that the ones before keep theirs. */
function toldApart(names: readonly string[]): string[] {
  const seen = new Map<string, number>();
  return names.map((name) => {
    const count = (seen.get(name) ?? 0) + 1;
    seen.set(name, count);
    return count === 1 || name === '' ? name : `${name} (${count})`;
  });
}

/** Names of the bodies by their place in the file's tree. */
function namePaths(root: KernelNode | undefined): Map<number, readonly string[]> {
  const names = new Map<number, readonly string[]>();
  const walk = (node: KernelNode, name: string, path: string[]) => {
    const here = name && name !== path.at(-1) ? [...path, name] : path;
    node.meshes.forEach((m) => names.set(m, here));
    const childNames = toldApart(node.children.map((c) => c.name));
    node.children.forEach((child, i) => walk(child, childNames[i], here));
  };
  if (root) walk(root, root.name, []);
  return names;
}

/**
 * Reads the bodies of a STEP, IGES or BREP file as meshes in millimeters.
 * Bodies are numbered as the file lists them, so a choice stays valid when the file is read again.
 */
export function readModel(kernel: ModelKernel, bytes: Uint8Array, kind: ModelKind): Result<PartBody[]> {
  const problem = modelProblem(bytes, kind);
  if (problem) return { ok: false, problem };
  const read = { STEP: kernel.ReadStepFile, IGES: kernel.ReadIgesFile, BREP: kernel.ReadBrepFile }[kind];
  let answer: KernelAnswer;
  try {
    answer = read(bytes, {
      linearUnit: 'millimeter',
      linearDeflectionType: 'absolute_value',
      linearDeflection: CURVE_DEVIATION_MM,
      angularDeflection: 0.5,
    });
  } catch (error) {
    return {
      ok: false,
      problem: `The ${kind} file could not be read: ${error instanceof Error ? error.message : String(error)}. Export it again.`,
    };
  }
  if (!answer.success)
    return {
      ok: false,
      problem: `The ${kind} file is damaged and could not be read. Export it again from the drawing program.`,
    };
  const meshes = answer.meshes ?? [];
  if (meshes.length === 0)
    return {
      ok: false,
      problem: `The ${kind} file holds no solid body. Export the part as a solid, not as curves or points.`,
    };
  const paths = namePaths(answer.root);
  const names = toldApart(
    meshes.map((m, i) => {
      const path = paths.get(i) ?? [];
      return (m.name && m.name !== path.at(-1) ? [...path, m.name] : path).join(' / ') || `body ${i + 1}`;
    }),
  );
  return {
    ok: true,
    value: meshes.map((m, index) => ({
      index,
      name: names[index],
      faceCount: m.brep_faces.length,
      mesh: meshOf(m),
      notes: [],
    })),
  };
}

/** Reads a STEP file. */
export function readStep(kernel: ModelKernel, bytes: Uint8Array): Result<PartBody[]> {
  return readModel(kernel, bytes, 'STEP');
}
