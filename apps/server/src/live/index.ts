export { ChannelWorld, SELF, type AboutToDecide } from './channel-world.js';
export { Keepers, type ChangeOf, type Keeper } from './keepers.js';
export { Performers, type EffectOf, type Occasioned } from './performers.js';
