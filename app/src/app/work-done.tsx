import { laterScreen } from '../features/later';

export default laterScreen('WorkDoneScreen');
