import { serviceScreen } from '../../../features/service-code';

export default serviceScreen('StepScreen');
