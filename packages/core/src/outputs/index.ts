export {
  BLANK_OUTPUT,
  OUTPUT_TEXT,
  outputBody,
  outputFaults,
  OUTPUTS_LIMIT,
  OUTPUT_THING,
  READY_OUTPUTS,
  READY_TEXTS,
  type OutputBody,
} from './output.js';
