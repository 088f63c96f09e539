import { useEffect, useRef } from 'react';
import { LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use as withParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { toUnits, unitName } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';

withParts([LineChart, GridComponent, TooltipComponent, SVGRenderer]);

/** Where the main spindle stands as each part begins. */
export function CycleChart({ starts, width }: { starts: readonly number[]; width: number }) {
  const { job, speech } = useJob();
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!place.current) return undefined;
    const style = getComputedStyle(document.documentElement);
    const color = (name: string) => style.getPropertyValue(name).trim();
    const text = { color: color('--ink'), fontSize: 13 };
    const per = job.units === 'mm' ? 1 : 25.4;
    const chart = init(place.current, null, { renderer: 'svg', width, height: 210 });
    chart.setOption({
      animation: false,
      textStyle: { fontFamily: getComputedStyle(document.body).fontFamily, ...text },
      tooltip: {
        trigger: 'axis',
        valueFormatter: (v: unknown) => `${speech.signed(Number(v) * per)} ${unitName(job.units)}`,
      },
      grid: { left: 84, right: 20, top: 34, bottom: 42 },
      xAxis: {
        ...{ type: 'category', name: 'part', nameLocation: 'middle', nameGap: 26, axisLabel: text },
        data: starts.map((_, i) => String(i + 1)),
      },
      yAxis: {
        ...{ type: 'value', scale: true, name: `start of the main spindle, ${unitName(job.units)}` },
        nameTextStyle: { ...text, align: 'left', fontWeight: 'bold' },
        axisLabel: { ...text, formatter: (v: number) => speech.signed(v * per) },
        splitLine: { lineStyle: { color: color('--hair') } },
        // a start that stays is a level line, not noise blown up
        ...(Math.max(...starts) - Math.min(...starts) < 1e-6
          ? { min: toUnits(starts[0], job.units) - 1, max: toUnits(starts[0], job.units) + 1 }
          : {}),
      },
      series: [
        {
          ...{ type: 'line', showSymbol: starts.length < 30, data: starts.map((v) => toUnits(v, job.units)) },
          lineStyle: { width: 2, color: color('--violet') },
          itemStyle: { color: color('--violet') },
        },
      ],
    });
    return () => chart.dispose();
  }, [starts, width, job.units, speech]);
  const [first, last] = [starts[0], starts[starts.length - 1]];
  return (
    <div
      ref={place}
      role="img"
      aria-label={`Start of the main spindle over ${starts.length} parts: from ${speech.signed(first)} to ${speech.signed(last)}`}
    />
  );
}
