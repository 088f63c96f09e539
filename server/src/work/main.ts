import { serveTasks } from './child';
import { freeze, summarize } from './tasks';

serveTasks({ summarize, freeze });
