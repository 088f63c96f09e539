import { outlinesOf, setupScene, toolScene, type Scene, type ViewName } from '@violet-jaw/core/drawing';
import { Planner } from '@violet-jaw/core/plan';
import { loadKernel } from '@violet-jaw/core/solid';
import { speechIn } from '@violet-jaw/core/units';
import { sceneAsSvg } from '@violet-jaw/formats/drawings';
import { demoShop, sensorFootJob } from '.';
import { demoTools } from './tools';

/** What a section of the worksheet is shown by, out of the demo's sensor foot: setup, view, what is told on it. */
const SHOWN: Readonly<Record<string, readonly [number, ViewName, { dimensions: boolean; locators?: boolean }]>> = {
  setup: [0, 'above', { dimensions: false }],
  seat: [1, 'leftEnd', { dimensions: false }],
  cuts: [0, 'front', { dimensions: true }],
  hold: [0, 'leftEnd', { dimensions: true }],
  locate: [0, 'above', { dimensions: false, locators: true }],
  zero: [1, 'above', { dimensions: true }],
  prove: [1, 'front', { dimensions: true }],
};

/** Room for the dimensions round a picture, mm. */
const ROOM_MM = 24;

/** Pictures of the help, as SVG by the name of their file. */
export async function helpPictures(): Promise<Readonly<Record<string, string>>> {
  const planner = new Planner(await loadKernel());
  const job = sensorFootJob();
  const planned = planner.plan({ job, shop: demoShop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  const outlines = outlinesOf(planner, planned.value)!;
  const speech = speechIn(job.units);
  const scenes = Object.entries(SHOWN).map(([name, [i, view, told]]): [string, Scene] => {
    const setup = planned.value.setups[i];
    const views = outlines.setups[i].views!;
    const options = { labels: true, ...told };
    return [name, setupScene({ view, planned: setup, outlines: views[view], speech, options })];
  });
  planner.graph.clear();
  const tool = toolScene(demoTools[0], speechIn('mm'));
  const all = [...scenes, ...(tool ? [['tools-program', tool] as const] : [])];
  return Object.fromEntries(all.map(([name, scene]) => [name, sceneAsSvg(scene, ROOM_MM)]));
}
