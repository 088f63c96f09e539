import type { Router } from 'express';
import { Problem } from '../problem';
import type { Services } from '../services';
import { signedIn } from '../sessions';
import { archiveWorks } from './archive';
import { documentWorks, libraryWorks, placingWorks, preparedWorks } from './documents';
import { issueWorks } from './issues';
import { keepingWorks } from './keeping';
import { newsWorks } from './news';
import { peopleWorks } from './people';
import { providerWorks } from './provider';
import { runWorks } from './runs';
import { remarkWorks } from './remarks';
import { routerOf, type Works } from './table';

const worksOf = (services: Services): Works => ({
  ...libraryWorks(services),
  ...documentWorks(services),
  ...preparedWorks(services),
  ...placingWorks(services),
  ...peopleWorks(services),
  ...issueWorks(services),
  ...runWorks(services),
  ...remarkWorks(services),
  ...archiveWorks(services),
  ...keepingWorks(services),
  ...newsWorks(services),
  ...providerWorks(services),
});

/** The router of the API. What is not in its table is told to people who are signed in only. */
export function apiRoutes(services: Services): Router {
  const api = routerOf(worksOf(services), services);
  api.use(signedIn(services.accounts), (request) => {
    throw new Problem(404, 'Not found', `There is no ${request.method} ${request.path}.`);
  });
  return api;
}
