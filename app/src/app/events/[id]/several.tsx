import { laterScreen } from '../../../features/later';

export default laterScreen('SeveralScreen');
