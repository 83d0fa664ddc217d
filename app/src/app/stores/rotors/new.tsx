import { formScreen } from '../../../features/form-screen';

export default formScreen('NewRotorPairScreen');
