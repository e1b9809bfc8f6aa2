export { usePersona, type Persona } from './persona.js';
export { Running } from './running.js';
export { Script } from './script.js';
export { useScope, type Started } from './scope.js';
export { TextField } from './text-field.js';
export { OneText } from './texts-blank.js';
export { useNames } from './use-names.js';
export { ValueReference } from './value-reference.js';
export { WhenBlank } from './when.js';
