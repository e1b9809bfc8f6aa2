export { usePersona, type Persona } from './persona.js';
export { RoutineScript } from './routine-script.js';
export { ReferenceChoice } from './reference-choice.js';
export { useScope, type Started } from './scope.js';
export { TestOnOverlay } from './test-on-overlay.js';
export { TextField } from './text-field.js';
export { OneText, SaidText, Texts } from './texts-blank.js';
export { ValueReference } from './value-reference.js';
export { LIVE_OPTIONS, WhenBlank } from './when.js';
