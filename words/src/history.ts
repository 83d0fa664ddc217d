/** What a history says: of one entry, and of a whole visit. */
export { type FactText, factRemarks, factText } from './facts';
export { type VisitText, visitText } from './visits';
