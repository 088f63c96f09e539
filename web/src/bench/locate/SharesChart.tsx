import { useEffect, useRef } from 'react';
import { BarChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use as withParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { Share } from '@violet-jaw/core/exact';
import type { Speech } from '@violet-jaw/core/units';

withParts([BarChart, GridComponent, SVGRenderer]);

/** So many bars; what is smaller is one more. */
const MOST_BARS = 6;

/** The largest shares, and all the others as one. */
function shown(shares: readonly Share[]): Share[] {
  if (shares.length <= MOST_BARS) return [...shares];
  const rest = shares.slice(MOST_BARS - 1);
  const mm = rest.reduce((sum, s) => sum + s.mm, 0);
  return [...shares.slice(0, MOST_BARS - 1), { name: `${rest.length} smaller ones`, mm, from: '' }];
}

interface SharesChartProps {
  readonly shares: readonly Share[];
  /** ± that is asked; null: nothing is */
  readonly within: number | null;
  readonly width: number;
  readonly speech: Speech;
}

/** Which cause puts how much into the worst case. */
export function SharesChart({ shares, within, width, speech }: SharesChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const bars = shown(shares);
  useEffect(() => {
    if (!place.current) return undefined;
    const all = shown(shares);
    const style = getComputedStyle(document.documentElement);
    const color = (name: string) => style.getPropertyValue(name).trim();
    const chart = init(place.current, null, { renderer: 'svg', width, height: 8 + all.length * 24 });
    chart.setOption({
      animation: false,
      textStyle: { fontFamily: getComputedStyle(document.body).fontFamily, color: color('--ink'), fontSize: 13 },
      grid: { left: Math.min(260, width * 0.55), right: 70, top: 2, bottom: 2 },
      xAxis: { type: 'value', show: false, min: 0, max: all[0].mm },
      yAxis: {
        type: 'category',
        inverse: true,
        data: all.map((s) => s.name),
        axisLabel: {
          color: color('--ink'),
          fontSize: 13,
          width: Math.min(250, width * 0.55 - 10),
          overflow: 'truncate',
        },
        axisTick: { show: false },
        axisLine: { lineStyle: { color: color('--steel') } },
      },
      series: [
        {
          type: 'bar',
          barWidth: 12,
          data: all.map((s) => ({
            value: s.mm,
            itemStyle: { color: within !== null && s.mm > within ? color('--stop') : color('--violet') },
          })),
          label: {
            show: true,
            position: 'right',
            color: color('--ink'),
            fontWeight: 'bold',
            formatter: ({ dataIndex }: { dataIndex: number }) => `±${speech.size(all[dataIndex].mm)}`,
          },
        },
      ],
    });
    return () => chart.dispose();
  }, [shares, within, width, speech]);
  const says = bars.map((s) => `${s.name} ±${speech.size(s.mm)}`).join('; ');
  return <div ref={place} role="img" aria-label={`Shares of the worst case: ${says}`} />;
}
