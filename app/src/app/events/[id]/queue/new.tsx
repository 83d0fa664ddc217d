import { laterScreen } from '../../../../shell/lazy-screen';

export default laterScreen('NewInQueueScreen');
