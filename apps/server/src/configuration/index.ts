export { Environment, EnvironmentError, readEnvironment } from './environment.js';
