import { Dropdown } from 'react-bootstrap';
import type { Scene } from '@violet-jaw/core/drawing';
import type { Units } from '@violet-jaw/core/units';
import { downloadText } from '../app/download';

const fileName = (title: string): string =>
  title
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 80) || 'drawing';

/** Drawings as files, 1:1: SVG as it is shown, DXF with its outlines alone. The writers are loaded when asked for. */
export function SaveDrawing({
  scenes,
  units,
  id,
  name: of = '',
}: {
  scenes: readonly Scene[];
  units: Units;
  id: string;
  /** what they are of, where the titles do not say */
  name?: string;
}) {
  const save = async (scene: Scene, as: 'svg' | 'dxf') => {
    const { sceneAsDxf, sceneAsSvg } = await import('@violet-jaw/formats/drawings');
    const name = `${fileName(`${of} ${scene.title}`)}.${as}`;
    if (as === 'svg') downloadText(name, sceneAsSvg(scene), 'image/svg+xml');
    else downloadText(name, sceneAsDxf(scene, units), 'image/vnd.dxf');
  };
  if (scenes.length === 0) return null;
  return (
    <Dropdown className="d-inline-block noprint">
      <Dropdown.Toggle size="sm" variant="outline-primary" id={id}>
        Save drawing
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {scenes.flatMap((scene) =>
          (['svg', 'dxf'] as const).map((as) => (
            <Dropdown.Item key={`${scene.title} ${as}`} as="button" onClick={() => void save(scene, as)}>
              {scenes.length > 1 ? `${scene.title}: ` : ''}
              {as === 'svg' ? 'SVG, 1:1' : 'DXF, outlines 1:1'}
            </Dropdown.Item>
          )),
        )}
      </Dropdown.Menu>
    </Dropdown>
  );
}
