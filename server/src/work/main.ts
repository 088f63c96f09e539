import { serveTasks } from './child';
import { photo } from './photo';
import { freeze, placing, summarize } from './tasks';

serveTasks({ summarize, freeze, placing, photo });
