export { NewFluidScreen as default } from '../../../features/stores/fluid-form';
