import { serveTasks } from './child';
import { freeze, placing, summarize } from './tasks';

serveTasks({ summarize, freeze, placing });
