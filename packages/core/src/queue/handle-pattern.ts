import { characterCount, compilePattern } from '../text/index.js';
import { HANDLE_LENGTH, isSameCategory, type Fits, type HandleBody } from './handle.js';

/** What is wrong with one, by place; empty when nothing is. */
export function handleFaults(body: HandleBody, others: readonly HandleBody[]): Record<string, string> {
  const faults: Record<string, string> = {};
  const { name, category, pattern, example, own } = body;
  if (!/^[^\p{C}{}%]{1,30}$/u.test(name.trim()))
    faults.name = 'Say what it is called, such as rope ID: 1 to 30 characters';
  if (category.trim() === '') faults.category = 'Name the category it is for';
  else if (others.some((each) => isSameCategory(each.category, category)))
    faults.category = `There is a handle for ${category.trim()} already`;
  const compiled = pattern === '' ? undefined : compilePattern(pattern, true);
  if (compiled !== undefined && 'fault' in compiled) faults.pattern = compiled.fault;
  else if (example !== '' && !fitsHandle(pattern, example))
    faults.example = 'The example does not match the pattern';
  else if (pattern !== '' && example === '')
    faults.example = 'Give an example, so that people see what a correct one looks like';
  else if (own !== '' && !fitsHandle(pattern, own)) faults.own = 'Your own does not match the pattern';
  for (const [place, text] of Object.entries({ example, own }))
    if (characterCount(text) > HANDLE_LENGTH) faults[place] = `At most ${String(HANDLE_LENGTH)} characters`;
  return faults;
}

/** Patterns of handles are in RE2 syntax; an empty one fits anything, one that cannot be read nothing. */
export const fitsHandle: Fits = (pattern, text) => {
  if (pattern === '') return true;
  const compiled = compilePattern(pattern, true);
  return 'pattern' in compiled && compiled.pattern.matches(text);
};
