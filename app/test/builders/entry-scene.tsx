import { bottle, id, silicone } from './scene';

export const sealed = { ...bottle, id: id(31), label: 'B-031' };

export const wrong = { ...bottle, id: id(32), label: 'B-032', fluidId: silicone.id };

export const stores = { fluids: [silicone], bottles: [sealed, wrong] };
