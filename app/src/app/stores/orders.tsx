import { planningScreen } from '../../features/planning-code';

export default planningScreen('OrdersScreen');
