export { channelName, Environment, EnvironmentError, readEnvironment } from './environment.js';
