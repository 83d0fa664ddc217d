import { laterScreen } from '../features/later';

export default laterScreen('UnsentScreen', true);
