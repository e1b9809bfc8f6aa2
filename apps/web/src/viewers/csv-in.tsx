import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Upload } from 'lucide-react';
import { useRef, useState } from 'react';
import { answerOf, api, problemOf, type CsvPreview } from '../api/index.js';
import { DialogBox, Fault, toast } from '../ui/index.js';

/** Import viewers: first what it would do, then doing it. */
export function CsvIn() {
  const file = useRef<HTMLInputElement>(null);
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const preview = useMutation({
    mutationFn: (chosen: File) =>
      answerOf(
        api.POST('/api/viewers/import/preview', {
          body: '',
          bodySerializer: () => chosen,
          headers: { 'content-type': 'text/csv' },
        }),
      ),
    onSettled: () => {
      setOpen(true);
    },
  });
  const apply = useMutation({
    mutationFn: (token: string) => answerOf(api.POST('/api/viewers/import', { body: { token } })),
    // One that was cancelled has brought some of them.
    onSettled: () => queries.invalidateQueries({ queryKey: ['viewers'] }),
    onSuccess: ({ added, changed }) => {
      setOpen(false);
      toast(`Added ${added.toLocaleString('en')} viewers, changed ${changed.toLocaleString('en')}`);
    },
  });
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        className="sr-only"
        tabIndex={-1}
        aria-label="CSV file of viewers"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = '';
          apply.reset();
          if (chosen !== undefined) preview.mutate(chosen);
        }}
      />
      <button
        type="button"
        className="btn s"
        disabled={preview.isPending}
        onClick={() => {
          file.current?.click();
        }}
      >
        <Upload className="i s" aria-hidden="true" /> {preview.isPending ? 'Reading…' : 'Import CSV'}
      </button>
      {open && (
        <DialogBox
          title="Import viewers"
          onClose={() => {
            setOpen(false);
          }}
        >
          {preview.error !== null && (
            <p className="text-crimson" role="alert">
              {problemOf(preview.error).title}. {problemOf(preview.error).detail}
            </p>
          )}
          {preview.data !== undefined && apply.error === null && <Shown preview={preview.data} />}
          {apply.error !== null && (
            <Fault>{`${problemOf(apply.error).title}. ${problemOf(apply.error).detail}`}</Fault>
          )}
          <p className="row mt-4">
            {preview.data !== undefined && apply.error === null && (
              <button
                type="button"
                className="btn do"
                disabled={apply.isPending || preview.data.fresh + preview.data.changed === 0}
                onClick={() => {
                  apply.mutate(preview.data.token);
                }}
              >
                {apply.isPending ? 'Importing…' : 'Import them'}
              </button>
            )}
            <button
              type="button"
              className="btn"
              onClick={() => {
                setOpen(false);
              }}
            >
              Close
            </button>
          </p>
        </DialogBox>
      )}
    </>
  );
}

function Shown({ preview }: { readonly preview: CsvPreview }) {
  const { rows, fresh, changed, same, faulty, faults, columns, passedOver } = preview;
  const figure = (count: number, words: string) => (
    <div className="contents">
      <dt className="m text-right">{count.toLocaleString('en')}</dt>
      <dd>{words}</dd>
    </div>
  );
  return (
    <>
      <p className="text-soft">
        {rows.toLocaleString('en')} rows with {columns.join(', ')}. Nothing has changed yet.
        {passedOver.length > 0 && <> Columns skipped, since they are not known: {passedOver.join(', ')}.</>}
      </p>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        {figure(fresh, 'new, will be added')}
        {figure(changed, 'known, will get the figures in the file')}
        {figure(same, 'known, unchanged')}
        {figure(faulty, 'rows that cannot be used, skipped')}
      </dl>
      {faults.length > 0 && (
        <ul className="mt-2 border-t border-line pt-2 text-[13px]">
          {faults.map(({ line, fault }) => (
            <li key={line}>
              <span className="text-soft">line {line}:</span> {fault}
            </li>
          ))}
          {faulty > faults.length && <li className="text-soft">and {faulty - faults.length} more</li>}
        </ul>
      )}
    </>
  );
}
