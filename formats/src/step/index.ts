import { facet, type Result, type TriangleMesh } from '@violet-jaw/core/solid';
import { withCrests } from './crests';

/** What the STEP kernel gives back; only what is used here. */
interface KernelNode { name: string; meshes: number[]; children: KernelNode[] }
interface KernelMesh {
  name: string;
  brep_faces: { first: number; last: number }[];
  attributes: { position: { array: number[] }; normal?: { array: number[] } };
  index: { array: number[] };
}
export interface StepKernel {
  ReadStepFile(content: Uint8Array, params: Record<string, unknown>): { success: boolean; root?: KernelNode; meshes?: KernelMesh[] };
}

export const STEP_SIZE_LIMIT = 64 * 1024 * 1024;

/** Curved faces are meshed within this distance of the model, mm; every vertex lies on the surface, flat faces and the crests of cylinders are exact. */
export const CURVE_DEVIATION_MM = 0.01;

/** A face whose corners lie within this of a plane is plane, mm. */
const FLAT_WITHIN_MM = 1e-6;

/** One body of a STEP file, millimetres whatever the file's unit, in the file's coordinates. */
export interface StepBody {
  readonly index: number;
  /** path of names in the file's tree */
  readonly name: string;
  readonly faceCount: number;
  readonly mesh: TriangleMesh;
}

function looksLike(bytes: Uint8Array): string {
  const start = new TextDecoder('latin1').decode(bytes.subarray(0, 400));
  if (/^solid\b/.test(start)) return ' It looks like an STL file.';
  if (/^\s*0\s+SECTION/.test(start)) return ' It looks like a DXF file.';
  if (/S\s{6}1\s*$/m.test(start.slice(0, 82))) return ' It looks like an IGES file.';
  if (start.startsWith('PK')) return ' It is a zip archive: unpack it first.';
  return '';
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
  const mesh = withCurvedMarked({ positions: new Float64Array(attributes.position.array), triangles: new Uint32Array(index.array) }, faces);
  return attributes.normal ? withCrests({ mesh, normals: attributes.normal.array }) : mesh;
}

/** What can be said about a file before the kernel reads it. @returns null when it may be STEP */
export function stepProblem(bytes: Uint8Array): string | null {
  if (bytes.length === 0) return 'The file is empty. Export it again from the drawing program.';
  if (bytes.length > STEP_SIZE_LIMIT) return sizeProblem(bytes.length);
  const text = new TextDecoder('latin1');
  if (!text.decode(bytes.subarray(0, 2000)).includes('ISO-10303-21')) {
    return `This is not a STEP file: it does not begin with ISO-10303-21.${looksLike(bytes)} Export the part as STEP (AP203, AP214 or AP242).`;
  }
  if (!text.decode(bytes.subarray(-4000)).includes('END-ISO-10303-21')) {
    return 'The STEP file is cut off: its last line END-ISO-10303-21 is missing. Copy or export it again.';
  }
  return null;
}

export function sizeProblem(size: number): string {
  return `The file has ${Math.round(size / 1024 / 1024)} MB; up to ${STEP_SIZE_LIMIT / 1024 / 1024} MB can be read. Export the single part instead of the assembly.`;
}

/** Names of the bodies by their place in the file's tree. */
function namePaths(root: KernelNode | undefined): Map<number, string> {
  const names = new Map<number, string>();
  const walk = (node: KernelNode, path: string[]) => {
    const here = node.name && node.name !== path.at(-1) ? [...path, node.name] : path;
    node.meshes.forEach((m) => names.set(m, here.join(' / ')));
    node.children.forEach((child) => walk(child, here));
  };
  if (root) walk(root, []);
  return names;
}

/**
 * Reads the bodies of a STEP file (ISO 10303-21) as meshes in millimetres.
 * Bodies are numbered as the file lists them, so a choice stays valid when the file is read again.
 */
export function readStep(kernel: StepKernel, bytes: Uint8Array): Result<StepBody[]> {
  const problem = stepProblem(bytes);
  if (problem) return { ok: false, problem };
  let read: ReturnType<StepKernel['ReadStepFile']>;
  try {
    read = kernel.ReadStepFile(bytes, {
      linearUnit: 'millimeter', linearDeflectionType: 'absolute_value', linearDeflection: CURVE_DEVIATION_MM, angularDeflection: 0.5,
    });
  } catch (error) {
    return { ok: false, problem: `The STEP file could not be read: ${error instanceof Error ? error.message : String(error)}. Export it again.` };
  }
  const meshes = read.success ? read.meshes ?? [] : [];
  if (!read.success) return { ok: false, problem: 'The STEP file is damaged and could not be read. Export it again from the drawing program.' };
  if (meshes.length === 0) return { ok: false, problem: 'The STEP file holds no solid body. Export the part as a solid, not as curves or points.' };
  const names = namePaths(read.root);
  return {
    ok: true,
    value: meshes.map((m, index) => ({
      index,
      name: [names.get(index), m.name].filter((n, i, all) => n && all.indexOf(n) === i).join(' / ') || `body ${index + 1}`,
      faceCount: m.brep_faces.length,
      mesh: meshOf(m),
    })),
  };
}
