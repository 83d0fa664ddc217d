export { PlanScreen as default } from '../../../features/work/plan-screen';
