export {
  BLANK_OUTPUT,
  OUTPUT_TEXT,
  outputBody,
  outputFaults,
  OUTPUTS_LIMIT,
  outputThing,
  READY_OUTPUTS,
  type OutputBody,
} from './output.js';
