import express, { type RequestHandler } from 'express';
import { jsonProblem } from '@violet-jaw/core/schema';
import { badInput, Problem } from '../problem';

/** A change of another kind than it says could come from a page of somebody else: only JSON is read as JSON. */
const isJson = 'application/json';

/** Reads a JSON body up to a size, and no deeper than documents are. @param limit "20kb" */
export function jsonBody(limit: string): RequestHandler[] {
  return [
    express.json({
      limit,
      strict: false,
      type: isJson,
      verify: (_request, _response, bytes) => {
        const problem = jsonProblem(bytes.toString('utf8'));
        if (problem) throw badInput([problem]);
      },
    }),
    needsBody,
  ];
}

const needsBody: RequestHandler = (request, _response, next) => {
  if (request.body === undefined)
    throw new Problem(415, 'Not JSON', 'Send the body as JSON, with Content-Type: application/json.');
  next();
};

/** Reads a job file as text: it is JSON, and what is wrong with it is told with its place. */
export const textBody = (limit: string): RequestHandler[] => [express.text({ type: isJson, limit }), needsBody];
