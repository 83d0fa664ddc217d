export { WorkScreen as default } from '../features/work/work-screen';
