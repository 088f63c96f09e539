import {
  Circle,
  Document,
  G,
  Line,
  Page,
  Path,
  renderToBuffer,
  Svg,
  Text,
  View,
  ClipPath,
  Defs,
  Rect,
} from '@react-pdf/renderer';
import { MOST_TILES, placingDrawing, tilesOf, type PlacingDrawing, type Tile } from '@violet-jaw/core/control';
import { outlinesOf } from '@violet-jaw/core/drawing';
import type { Job } from '@violet-jaw/core/job';
import type { PlannedJob, Planner } from '@violet-jaw/core/plan';
import { PAPER, type Paper } from '@violet-jaw/core/sheet';
import type { Result } from '@violet-jaw/core/solid';
import { speechIn } from '@violet-jaw/core/units';
import { withPrintableTexts } from './characters';
import { HAIR, INK } from '../drawings/ink';
import { NUMBER, registerFonts, styles, TEXT } from './style';

const POINTS_PER_MM = 72 / 25.4;
/** Edge of the paper no printer reaches, and the height of what stands above and below the drawing, mm. */
const FRAME = { edge: 10, head: 16, foot: 26 };
const HEADING = { fontSize: 12, lineHeight: 1.25, fontWeight: 700 } as const;
/** Crosses stand so far apart, mm. */
const CROSSES = { mm: 50, inch: 50.8 };
/** What is measured to see that the print is as large as it is, mm. */
const SCALE_BAR = { mm: { long: 100, step: 10 }, inch: { long: 101.6, step: 12.7 } };

const paperMm = (paper: Paper) => ({
  width: PAPER[paper].width / POINTS_PER_MM,
  height: PAPER[paper].height / POINTS_PER_MM,
});

/** What one sheet of paper can show, mm. */
function roomOn(paper: Paper) {
  const { width, height } = paperMm(paper);
  return { width: width - 2 * FRAME.edge, height: height - 2 * FRAME.edge - FRAME.head - FRAME.foot };
}

const pathOf = (outlines: PlacingDrawing['loaded'], to: (p: readonly [number, number]) => string) =>
  outlines.map((ring) => `M${ring.map(to).join('L')}Z`).join('');

function SmallText({ x, y, children, color = INK }: { x: number; y: number; children: string; color?: string }) {
  return (
    <Text x={x} y={y} fill={color} style={{ fontSize: 8, fontFamily: NUMBER }}>
      {children}
    </Text>
  );
}

/** The part of the drawing that one sheet shows, as large as it is. */
function Shown({ drawing, tile }: { drawing: PlacingDrawing; tile: Tile }) {
  const { places, loaded, left, units } = drawing;
  const speech = speechIn(units);
  const [width, height] = [tile.x[1] - tile.x[0], tile.y[1] - tile.y[0]].map((mm) => mm * POINTS_PER_MM);
  const px = (x: number) => (x - tile.x[0]) * POINTS_PER_MM;
  const py = (y: number) => (tile.y[1] - y) * POINTS_PER_MM;
  const to = ([x, y]: readonly [number, number]) => `${px(x).toFixed(3)} ${py(y).toFixed(3)}`;
  const step = CROSSES[units];
  const every = ([from, up]: readonly [number, number]) =>
    Array.from(
      { length: Math.floor(up / step) - Math.ceil(from / step) + 1 },
      (_, i) => (Math.ceil(from / step) + i) * step,
    );
  const arm = 3 * POINTS_PER_MM;
  const shown = places.filter((p) => {
    const r = (p.across ?? 0) / 2 + 40;
    return p.x > tile.x[0] - r && p.x < tile.x[1] + r && p.y > tile.y[0] - r && p.y < tile.y[1] + r;
  });
  return (
    <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      <Defs>
        <ClipPath id="sheet">
          <Rect x={0} y={0} width={width} height={height} />
        </ClipPath>
      </Defs>
      <G clipPath="url(#sheet)">
        <Path
          d={`M0.5 0.5L${width - 0.5} 0.5L${width - 0.5} ${height - 0.5}L0.5 ${height - 0.5}Z`}
          fill="none"
          stroke={INK}
          strokeWidth={0.4}
        />
        {every(tile.x).flatMap((x) =>
          every(tile.y).map((y) => (
            <G key={`${x} ${y}`}>
              <Line x1={px(x) - arm} y1={py(y)} x2={px(x) + arm} y2={py(y)} stroke={INK} strokeWidth={0.3} />
              <Line x1={px(x)} y1={py(y) - arm} x2={px(x)} y2={py(y) + arm} stroke={INK} strokeWidth={0.3} />
              <SmallText
                x={px(x) + 2}
                y={py(y) - 2}
                color={HAIR}
              >{`X ${speech.signed(x)} Y ${speech.signed(y)}`}</SmallText>
            </G>
          )),
        )}
        <Path d={pathOf(loaded, to)} fill="none" stroke={INK} strokeWidth={0.6} strokeDasharray="4 2" />
        <Path d={pathOf(left, to)} fill="none" fillRule="evenodd" stroke={INK} strokeWidth={1} />
        {shown.map((p) => {
          const r = ((p.across ?? 0) / 2) * POINTS_PER_MM;
          const cross = Math.max(r + 6, 10);
          return (
            <G key={p.name}>
              {r > 0 && <Circle cx={px(p.x)} cy={py(p.y)} r={r} fill="none" stroke={INK} strokeWidth={0.8} />}
              <Line
                x1={px(p.x) - cross}
                y1={py(p.y)}
                x2={px(p.x) + cross}
                y2={py(p.y)}
                stroke={INK}
                strokeWidth={0.4}
              />
              <Line
                x1={px(p.x)}
                y1={py(p.y) - cross}
                x2={px(p.x)}
                y2={py(p.y) + cross}
                stroke={INK}
                strokeWidth={0.4}
              />
              <Text x={px(p.x) + r + 3} y={py(p.y) + r + 9} style={{ fontSize: 9, fontFamily: TEXT, fontWeight: 700 }}>
                {p.name}
              </Text>
              <SmallText
                x={px(p.x) + r + 3}
                y={py(p.y) + r + 18}
              >{`X ${speech.signed(p.x)} Y ${speech.signed(p.y)}`}</SmallText>
            </G>
          );
        })}
      </G>
    </Svg>
  );
}

/** A line of a known length: what it measures on paper says whether the print is as large as it is. */
function ScaleBar({ units }: { units: PlacingDrawing['units'] }) {
  const { long, step } = SCALE_BAR[units];
  const [width, height] = [(long + 4) * POINTS_PER_MM, 16];
  const at = (mm: number) => (2 + mm) * POINTS_PER_MM;
  const ticks = Array.from({ length: Math.round(long / step) + 1 }, (_, i) => i * step);
  return (
    <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      <Line x1={at(0)} y1={10} x2={at(long)} y2={10} stroke={INK} strokeWidth={0.8} />
      {ticks.map((mm, i) => (
        <Line
          key={mm}
          x1={at(mm)}
          y1={i === 0 || i === ticks.length - 1 ? 1 : 5}
          x2={at(mm)}
          y2={10}
          stroke={INK}
          strokeWidth={0.8}
        />
      ))}
    </Svg>
  );
}

/** Why there is none. */
const TOO_LARGE = `As large as it is it would take more than ${MOST_TILES} sheets of paper: use the lines that go over each place.`;

/**
 * What a setup sets by position as a drawing as large as it is, on as many sheets as it takes: middles, diameters and
 * the part, crosses to join the sheets by, and on each a line of a known length.
 * @param planned the plan just made by this planner
 * @returns the PDF, or why there is none
 */
export async function placingPdf(
  planner: Planner,
  planned: PlannedJob,
  { job, setupId, paper }: { readonly job: Job; readonly setupId: string; readonly paper: Paper },
): Promise<Result<Buffer>> {
  const setup = planned.setups.find((s) => s.id === setupId);
  if (!setup) return { ok: false, problem: 'The job has no such setup any more.' };
  const above = outlinesOf(planner, planned)?.setups.find((s) => s.id === setupId)?.views?.above ?? null;
  const drawing = placingDrawing(job, setup, above);
  if (!drawing) return { ok: false, problem: `Nothing is set by position in Op ${setup.op}.` };
  const pdf = await renderPlacingPdf(drawing, paper);
  return pdf ? { ok: true, value: pdf } : { ok: false, problem: TOO_LARGE };
}

/** @returns null: it would take too many sheets */
async function renderPlacingPdf(asPlanned: PlacingDrawing, paper: Paper): Promise<Buffer | null> {
  const drawing = withPrintableTexts(asPlanned);
  const tiles = tilesOf(drawing, roomOn(paper), CROSSES[drawing.units] + 2);
  if (!tiles) return null;
  registerFonts();
  const speech = speechIn(drawing.units);
  const { long } = SCALE_BAR[drawing.units];
  return renderToBuffer(
    <Document title={`${drawing.title}, set by position, 1:1`} creator="Violet Jaw" producer="Violet Jaw">
      {tiles.map((tile, i) => (
        <Page
          key={i}
          size={paper === 'A4' ? 'A4' : 'LETTER'}
          style={[styles.page, { padding: FRAME.edge * POINTS_PER_MM, fontSize: 9 }]}
        >
          <View style={[styles.band, { height: (FRAME.head - 2) * POINTS_PER_MM, marginBottom: 2 * POINTS_PER_MM }]}>
            <View>
              <Text style={HEADING}>{drawing.title}</Text>
              <Text>{`Set by position, as large as it is (1:1), ${drawing.from}`}</Text>
            </View>
            <View style={{ alignItems: 'flex-end' }}>
              <Text style={HEADING}>{`Sheet ${i + 1} of ${tiles.length}`}</Text>
              {tiles.length > 1 && <Text>{`column ${tile.column} from the left, row ${tile.row} from the front`}</Text>}
            </View>
          </View>
          <Shown drawing={drawing} tile={tile} />
          <View style={{ marginTop: 6 }}>
            <ScaleBar units={drawing.units} />
            <Text>
              {`This line must measure ${speech.sizeWithUnit(long)} on paper. If it does not, print again at 100 %, not fitted to the page.`}
            </Text>
            {tiles.length > 1 && <Text>Join the sheets so that crosses with the same numbers lie on each other.</Text>}
            <Text>
              Not an issued sheet: the middles printed here must be those of the sheet you work from. The machine shows
              them more exactly, a print shrinks and stretches with the paper.
            </Text>
          </View>
        </Page>
      ))}
    </Document>,
  );
}
