import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Color, LineSegments, Mesh } from 'three';
import type { SectionPlane } from '@violet-jaw/core/drawing';
import type { Vec3 } from '@violet-jaw/core/frames';
import { askWorker, usePlan } from '../store/planStore';
import type { Shown } from '../worker/plan.worker';
import { useFeatures } from '../app/useFeatures';
import { useNewest } from '../app/useNewest';
import {
  type Stage,
  makeStage,
  listenToClicks,
  put,
  frame,
  NOTHING,
  offFeature,
  onCanvas,
  NAMES,
  lookAgain,
  remember,
  resize,
} from './stage';

interface SpaceProps {
  readonly width: number;
  readonly height: number;
  /** which setup's material to show; null: the part */
  readonly setup: number | null;
  readonly section: SectionPlane | null;
  readonly chosen?: string | null;
  readonly onPick?: (featureId: string) => void;
  /** under this name the camera is remembered */
  readonly remembered: string;
  /** drawn over what is seen, in pixels of the canvas */
  readonly marks?: (seen: SeenSpace) => ReactNode;
  /** stands over it: fields, words */
  readonly floating?: (seen: SeenSpace) => ReactNode;
}

/** What is seen in space, as it is turned now. */
export interface SeenSpace {
  readonly width: number;
  readonly height: number;
  /** a point of what is shown, in pixels of the canvas */
  readonly place: (p: Vec3) => [number, number];
}

/**
 * The part, or what a setup leaves and takes away as it is clamped, in space: drag to turn, wheel to zoom, cut open by
 * the section plane.
 */
export function Space(props: SpaceProps) {
  const { width, height, setup, section, chosen = null, onPick, remembered, marks, floating } = props;
  const planned = usePlan((s) => s.planned);
  const { list } = useFeatures();
  const asked = useMemo(() => ({ setup, section }), [setup, section]);
  const shown =
    (useNewest(asked, (q) => askWorker((worker) => worker.meshes(q.setup, q.section)), planned) as
      readonly Shown[] | null) ?? NOTHING;
  const holder = useRef<HTMLDivElement>(null);
  const [off, setOff] = useState<readonly Shown['of'][]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const theme = useTheme();
  const stage = useRef<Stage | null>(null);
  const [turned, setTurned] = useState(0);
  const tall = height - 30;
  const pick = useRef(onPick);
  pick.current = onPick;
  const features = useRef(list);
  features.current = list;

  useEffect(() => {
    try {
      stage.current = makeStage();
    } catch {
      setProblem('This browser cannot draw in space (WebGL is off). The drawing board shows the same.');
      return undefined;
    }
    const { renderer, controls } = stage.current;
    controls.addEventListener('change', () => setTurned((n) => n + 1));
    listenToClicks(stage.current, (at) => {
      const near = features.current
        .map(({ feature }) => ({ feature, off: offFeature(feature, at) }))
        .sort((a, b) => a.off - b.off)[0];
      if (near && near.off < 0.1) pick.current?.(near.feature.id);
    });
    holder.current?.append(renderer.domElement);
    return () => {
      controls.dispose();
      renderer.dispose();
      renderer.domElement.remove();
      stage.current = null;
    };
  }, []);

  useEffect(() => {
    const s = stage.current;
    if (!s) return;
    resize(s, width, tall);
    setTurned((n) => n + 1);
  }, [width, tall]);

  useEffect(() => {
    const s = stage.current;
    if (!s || shown.length === 0) return;
    const css = getComputedStyle(document.documentElement);
    const color = (name: string) => new Color(css.getPropertyValue(name).trim());
    s.scene.background = color('--paper');
    s.group.traverse((o) => {
      if (o instanceof Mesh || o instanceof LineSegments) {
        o.geometry.dispose();
        o.material.dispose();
      }
    });
    s.group.clear();
    const picked = features.current.find((f) => f.feature.id === chosen)?.feature ?? null;
    for (const item of shown) if (!off.includes(item.of)) put(s, item, { section, chosen: picked }, color);
    // once; then it stays as it was turned
    if (s.group.userData.framed !== true) {
      if (!lookAgain(s, remembered)) frame(s, shown);
      s.group.userData.framed = true;
    }
    s.draw();
  }, [shown, off, section, theme, chosen, list, remembered]);

  // once it is turned, it is remembered
  useEffect(() => {
    if (stage.current?.group.userData.framed === true) remember(stage.current, remembered);
  }, [turned, remembered]);

  // as it is turned now: every turn draws anew
  const place = (p: Vec3): [number, number] => (stage.current ? onCanvas(stage.current, p, width, tall) : [0, 0]);
  const seen: SeenSpace = { width, height: tall, place };
  const isSeen = turned > 0 && shown.length > 0;
  const fit = () => {
    const s = stage.current;
    if (!s || shown.length === 0) return;
    frame(s, shown);
    s.draw();
    setTurned((n) => n + 1);
  };

  return (
    <div>
      {problem && <p>{problem}</p>}
      <div className="space-paper">
        <div ref={holder} className="space" />
        <div className="space-hint quiet">Drag turns, wheel zooms, right button moves.</div>
        {isSeen && marks && (
          <svg className="drawing space-marks" width={width} height={tall} viewBox={`0 0 ${width} ${tall}`}>
            {marks(seen)}
          </svg>
        )}
        {isSeen && floating?.(seen)}
      </div>
      <div className="d-flex gap-3 flex-wrap">
        {[...new Set(shown.map(({ of }) => of))].map((of) => (
          <Form.Check
            key={of}
            inline
            id={`show-${of}`}
            label={NAMES[of]}
            checked={!off.includes(of)}
            onChange={() => setOff(off.includes(of) ? off.filter((o) => o !== of) : [...off, of])}
          />
        ))}
        <Button size="sm" variant="outline-primary" onClick={fit}>
          Fit
        </Button>
      </div>
    </div>
  );
}

/** Day or night, as it is now: colors of what is drawn in space are asked for anew. */
function useTheme(): string | undefined {
  const [theme, setTheme] = useState(document.documentElement.dataset.bsTheme);
  useEffect(() => {
    const watch = new MutationObserver(() => setTheme(document.documentElement.dataset.bsTheme));
    watch.observe(document.documentElement, { attributes: true, attributeFilter: ['data-bs-theme'] });
    return () => watch.disconnect();
  }, []);
  return theme;
}
