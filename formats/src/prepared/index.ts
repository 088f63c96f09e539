/*
 * What the server prepares so that opening a job computes nothing: the planned job with its outlines, and the bodies of
 * a part's file. Text of plain values with typed arrays, as devalue writes it.
 */
import { parse, stringify } from 'devalue';
import type { RouteOutlines } from '@violet-jaw/core/drawing';
import type { PlannedJob } from '@violet-jaw/core/plan';
import type { PartBody } from '../model';

/** A revision planned with a revision of the shop's library, forces and all. */
export interface PreparedJob {
  readonly planned: PlannedJob;
  readonly outlines: RouteOutlines;
}

export const jobToText = (prepared: PreparedJob): string => stringify(prepared);
export const jobFromText = (text: string): PreparedJob => parse(text) as PreparedJob;
export const bodiesToText = (bodies: readonly PartBody[]): string => stringify(bodies);
export const bodiesFromText = (text: string): readonly PartBody[] => parse(text) as readonly PartBody[];
