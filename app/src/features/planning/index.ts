/** Work lists, plan, board, orders, import and outbox in one piece of code, fetched when the first of them is opened. */
export { BoardScreen } from './board-screen';
export { ImportScreen } from './import-screen';
export { OrdersScreen } from './orders-screen';
export { OutboxScreen } from './outbox-screen';
export { PlanProposalScreen } from './plan-proposal-screen';
export { SupplierScreen, WearPartScreen } from './store-forms';
export { WorkListScreen } from './work-list-screen';
export { AlsoInThisVisit } from './visit-extras';
export { WearParts, WearPartsOnCar } from './wear-parts';
export { CrewMemberScreen } from './crew-member-screen';
