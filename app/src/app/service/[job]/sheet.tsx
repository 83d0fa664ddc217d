import { serviceScreen } from '../../../features/later';

export default serviceScreen('SheetScreen');
