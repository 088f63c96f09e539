import { useEffect, useMemo, useRef } from 'react';
import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as withParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { toUnits, unitName } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import type { Series } from './Readings';

withParts([LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

const MARK = { x: 'circle', y: 'triangle', z: 'rect' } as const;
const DASH = { x: 'solid', y: 'dashed', z: 'dotted' } as const;

type Drawn = Pick<Series, 'says' | 'axis' | 'values'>;

/** Measured less planned, run after run: one panel a register and station, one line an axis. */
export function DriftChart({ series, width }: { series: readonly Drawn[]; width: number }) {
  const { job, speech } = useJob();
  const place = useRef<HTMLDivElement>(null);
  const panels = useMemo(() => [...new Set(series.map((s) => s.says))], [series]);
  useEffect(() => {
    if (!place.current) return undefined;
    const style = getComputedStyle(document.documentElement);
    const color = (name: string) => style.getPropertyValue(name).trim();
    const height = 190;
    const chart = init(place.current, null, { renderer: 'svg', width, height: panels.length * height + 30 });
    const text = { color: color('--ink'), fontSize: 13 };
    chart.setOption({
      animation: false,
      textStyle: { fontFamily: getComputedStyle(document.body).fontFamily, ...text },
      legend: { data: ['X', 'Y', 'Z'], right: 8, top: 0, textStyle: text },
      tooltip: {
        trigger: 'item',
        valueFormatter: (v: unknown) =>
          `${speech.signed(Number(v) * (job.units === 'mm' ? 1 : 25.4))} ${unitName(job.units)}`,
      },
      grid: panels.map((_, i) => ({ left: 74, right: 16, top: 44 + i * height, height: height - 78 })),
      xAxis: panels.map((_, i) => ({
        gridIndex: i,
        type: 'category',
        data: Array.from({ length: Math.max(...series.map((s) => s.values.length)) }, (__, k) => String(k + 1)),
        name: 'run',
        nameLocation: 'middle',
        nameGap: 20,
        axisLabel: text,
        axisLine: { onZero: false, lineStyle: { color: color('--steel') } },
      })),
      yAxis: panels.map((says, i) => ({
        gridIndex: i,
        type: 'value',
        scale: true,
        name: `${says}, off the plan, ${unitName(job.units)}`,
        nameTextStyle: { ...text, align: 'left', fontWeight: 'bold' },
        axisLabel: { ...text, formatter: (v: number) => speech.signed(v * (job.units === 'mm' ? 1 : 25.4)) },
        splitLine: { lineStyle: { color: color('--hair') } },
      })),
      series: series.map((s) => ({
        name: s.axis.toUpperCase(),
        type: 'line',
        xAxisIndex: panels.indexOf(s.says),
        yAxisIndex: panels.indexOf(s.says),
        data: s.values.map((v) => toUnits(v, job.units)),
        symbol: MARK[s.axis],
        symbolSize: 9,
        lineStyle: {
          type: DASH[s.axis],
          width: 2,
          color: color(s.axis === 'y' ? '--ink' : s.axis === 'z' ? '--amber' : '--violet'),
        },
        itemStyle: { color: color(s.axis === 'y' ? '--ink' : s.axis === 'z' ? '--amber' : '--violet') },
      })),
    });
    return () => chart.dispose();
  }, [series, width, job.units, speech, panels]);
  return (
    <div
      ref={place}
      role="img"
      aria-label={`Zeros over the runs: ${series.map((s) => `${s.says} ${s.axis.toUpperCase()} ${s.values.map((v) => speech.signed(v)).join(', ')}`).join('; ')}`}
    />
  );
}
