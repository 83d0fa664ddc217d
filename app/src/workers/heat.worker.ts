import { expose } from 'comlink';
import { heatTasks } from './heat-tasks';

expose(heatTasks);
