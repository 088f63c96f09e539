import { Helper } from 'dxf';
import { demoDevices } from '../../../demo/holding';
import { demoTools } from '../../../demo/tools';
import { deviceScene, toolScene, type Scene } from '@violet-jaw/core/drawing';
import { rectangle } from '@violet-jaw/core/scene';
import { speechIn } from '@violet-jaw/core/units';
import { readDxf } from '../dxf';
import { sceneAsDxf, sceneAsSvg } from '.';

const scenes: Scene[] = [
  ...demoDevices.map(deviceScene),
  ...demoTools.flatMap((t) => toolScene(t, speechIn('mm')) ?? []),
];

test('every drawing of the demo shop is an SVG another reader takes, and nothing in it runs', () => {
  for (const scene of scenes) {
    const svg = sceneAsSvg(scene);
    // well-formed: every tag is closed in the order it was opened
    const open: string[] = [];
    for (const [, close, name, self] of svg.matchAll(/<(\/?)([a-z]+)[^>]*?(\/?)>/g)) {
      if (close) expect(open.pop()).toBe(name);
      else if (!self) open.push(name);
    }
    expect(open).toEqual([]);
    expect(svg).not.toMatch(/NaN|Infinity|undefined|<script|on[a-z]+=/);
  }
});

test('a name with signs in it stays a text', () => {
  const svg = sceneAsSvg({
    title: '<script>alert("1")</script> & \u0007co',
    shapes: [
      { kind: 'region', role: 'steel', outlines: rectangle(0, 0, 10, 10) },
      { kind: 'label', at: [5, 5], text: '<b onload="x">', anchor: 'middle' },
    ],
  });
  expect(svg).not.toMatch(/<script|<b |\u0007/);
  expect(svg).toContain('&#60;script&#62;');
});

test('an SVG is 1:1: a square of 11/16 in is so many millimeters of its page', () => {
  const side = (11 / 16) * 25.4;
  const svg = sceneAsSvg({
    title: 's',
    shapes: [{ kind: 'region', role: 'left', outlines: rectangle(0, 0, side, side) }],
  });
  const [, width, unitsWide] = /width="([\d.]+)mm".*viewBox="0 0 ([\d.]+) /.exec(svg)!;
  const xs = [.../<path d="M([^"]*)Z"/.exec(svg)![1].matchAll(/([\d.]+) [\d.]+/g)].map((m) => Number(m[1]));
  expect((Math.max(...xs) - Math.min(...xs)) * (Number(width) / Number(unitsWide))).toBeCloseTo(side, 2);
});

test.each(['mm', 'inch'] as const)('a DXF in %s has every outline where it is, read by another reader', (units) => {
  const per = units === 'mm' ? 1 : 25.4;
  for (const scene of scenes) {
    const { parsed } = new Helper(sceneAsDxf(scene, units)) as {
      parsed: { entities: { layer: string; closed?: boolean; vertices: { x: number; y: number }[] }[] };
    };
    const regions = scene.shapes.flatMap((s) => (s.kind === 'region' ? s.outlines : []));
    expect(parsed.entities.filter((e) => e.closed)).toHaveLength(regions.length);
    const lines = scene.shapes.filter((s) => s.kind === 'line').length;
    expect(parsed.entities.filter((e) => !e.closed)).toHaveLength(lines);
    const widest = (points: readonly (readonly [number, number])[]) =>
      Math.max(...points.map((p) => p[0])) - Math.min(...points.map((p) => p[0]));
    const back = parsed.entities
      .filter((e) => e.closed)
      .flatMap((e) => e.vertices.map((v) => [v.x * per, v.y * per] as const));
    expect(widest(back)).toBeCloseTo(widest(regions.flat()), 6);
  }
});

test('what is written as DXF is read here too', () => {
  const text = sceneAsDxf(
    { title: 's', shapes: [{ kind: 'region', role: 'left', outlines: rectangle(0, 0, 40, 20) }] },
    'inch',
  );
  const read = readDxf(new TextEncoder().encode(text), null);
  expect(read.ok ? '' : read.problem).toBe('');
});
