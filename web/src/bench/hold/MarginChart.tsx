import { useEffect, useRef } from 'react';
import { BarChart, CustomChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as withParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import type { Margin } from '@violet-jaw/core/hold';

withParts([BarChart, CustomChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

/** The scale ends here; what reaches further is told by its number. */
const MOST_SHOWN = 12;

/** "T5 7.66", with a word where it is not enough. */
const told = (m: Margin): string =>
  `T${m.tool}  ${m.times >= 50 ? '50+' : m.times.toFixed(2)}${m.times < 1 ? ' stop' : m.low < 1 ? ' caution' : ''}`;

/**
 * How many times the hold bears each operation's cut, with what is uncertain as a line through the bar's end; 1 is
 * where it lets go.
 */
export function MarginChart({ margins, width }: { margins: readonly Margin[]; width: number }) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!place.current) return undefined;
    const style = getComputedStyle(document.documentElement);
    const color = (name: string) => style.getPropertyValue(name).trim();
    const chart = init(place.current, null, { renderer: 'svg', width, height: 46 + margins.length * 30 });
    const scale = Math.min(MOST_SHOWN, Math.max(3, Math.ceil(Math.max(...margins.map((m) => m.high)))));
    const shown = (v: number) => Math.min(v, scale);
    chart.setOption({
      animation: false,
      textStyle: { fontFamily: getComputedStyle(document.body).fontFamily, color: color('--ink'), fontSize: 13 },
      grid: { left: 118, right: 16, top: 6, bottom: 34 },
      xAxis: {
        type: 'value',
        min: 0,
        max: scale,
        name: 'times the cut',
        nameLocation: 'middle',
        nameGap: 20,
        nameTextStyle: { color: color('--steel') },
        splitLine: { lineStyle: { color: color('--hair') } },
        axisLabel: { color: color('--ink') },
      },
      yAxis: {
        type: 'category',
        inverse: true,
        data: margins.map(told),
        axisLabel: { color: color('--ink'), fontSize: 14, fontWeight: 'bold' },
        axisLine: { lineStyle: { color: color('--steel') } },
      },
      series: [
        {
          type: 'bar',
          barWidth: 14,
          data: margins.map((m) => ({
            value: shown(m.times),
            itemStyle: {
              color: m.low < 1 ? 'transparent' : color('--violet'),
              borderColor: m.times < 1 ? color('--stop') : m.low < 1 ? color('--amber') : color('--violet'),
              borderWidth: 2,
            },
          })),
          markLine: {
            symbol: 'none',
            silent: true,
            label: { show: false },
            lineStyle: { color: color('--stop'), type: 'solid', width: 2 },
            data: [{ xAxis: 1 }],
          },
        },
        {
          type: 'custom',
          data: margins.map((m, i) => [shown(m.low), i, shown(m.high)]),
          silent: true,
          renderItem: (_: unknown, api: { value(k: number): number; coord(v: [number, number]): number[] }) => {
            const [a, b] = [api.coord([api.value(0), api.value(1)]), api.coord([api.value(2), api.value(1)])];
            const line = (x1: number, y1: number, x2: number, y2: number) => ({
              type: 'line' as const,
              shape: { x1, y1, x2, y2 },
              style: { stroke: color('--ink'), lineWidth: 2 },
            });
            return {
              type: 'group' as const,
              children: [
                line(a[0], a[1], b[0], b[1]),
                line(a[0], a[1] - 5, a[0], a[1] + 5),
                line(b[0], b[1] - 5, b[0], b[1] + 5),
              ],
            };
          },
        },
      ],
    });
    return () => chart.dispose();
  }, [margins, width]);
  return (
    <div
      ref={place}
      role="img"
      aria-label={`Margin of the hold: ${margins.map((m) => `T${m.tool} ${m.times.toFixed(2)} times its cut, ${m.low.toFixed(2)} to ${m.high.toFixed(2)}`).join('; ')}`}
    />
  );
}
