import '../test-support/browser.js';
import { afterEach, expect, test } from '@jest/globals';
import { cleanup, fireEvent, render } from '@testing-library/react';
import { useState } from 'react';
import { DurationField } from './duration-field.js';

afterEach(cleanup);

function Blank() {
  const [value, setValue] = useState<number | null>(90);
  return (
    <>
      <DurationField label="Wait" value={value} unit="s" onChange={setValue} />
      <output>{String(value)}</output>
      <button
        type="button"
        onClick={() => {
          setValue(20);
        }}
      >
        Discard
      </button>
    </>
  );
}

test('a span stays as typed while it is typed, then reads as it is; what cannot be read stays until it is replaced', () => {
  const page = render(<Blank />);
  const field = page.getByLabelText('Wait') as HTMLInputElement;
  const type = (text: string): [shown: string, value: string | null] => {
    fireEvent.focus(field);
    fireEvent.change(field, { target: { value: text } });
    return [field.value, page.getByRole('status').textContent];
  };
  expect(field.value).toBe('1 min 30 s');
  expect(type('1h 30')).toEqual(['1h 30', 'NaN']);
  expect(type('1h 30m')).toEqual(['1h 30m', '5400']);
  fireEvent.blur(field);
  expect(field.value).toBe('1 h 30 min');
  expect(type('')).toEqual(['', 'null']);
  expect(type('soon')).toEqual(['soon', 'NaN']);
  fireEvent.blur(field);
  expect(field.value).toBe('soon');
  fireEvent.click(page.getByRole('button', { name: 'Discard' }));
  expect(field.value).toBe('20 s');
});
