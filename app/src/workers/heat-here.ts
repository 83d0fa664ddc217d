import { heatTasks } from './heat-tasks';
import { computeHere } from './heat-worker';

computeHere(heatTasks);
