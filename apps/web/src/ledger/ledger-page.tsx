import { HandCoins, Undo2, Upload, X } from 'lucide-react';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { useAnyName } from '../manifest/index.js';
import { OlderList } from '../table/index.js';
import { Choice, comesLater, OneViewer, useNow, useOneViewer } from '../ui/index.js';
import { PostingTable } from './posting-rows.js';
import { ALL_POSTINGS, askPostings, CAUSE_CHOICES, PAGE, SPANS, type WantedPostings } from './queries.js';
import type { AskedReversal } from './use-reversal.js';
import { Verify } from './verify.js';

const ReversalDialog = comesLater(async () => (await import('./reversal-dialog.js')).ReversalDialog);
const FileDialog = comesLater(async () => (await import('./file-dialog.js')).FileDialog);
const ByHandDialog = comesLater(async () => (await import('./by-hand-dialog.js')).ByHandDialog);

/** Review › Ledger: every movement of currency, and taking it back. */
export function LedgerPage() {
  const [chosen, setChosen] = useState(ALL_POSTINGS);
  const [open, setOpen] = useState<number>();
  const [reversing, setReversing] = useState<AskedReversal>();
  const [byHand, setByHand] = useState(false);
  const [byFile, setByFile] = useState(false);
  const now = useNow(10_000);
  const names = useAnyName();
  const [params, setParams] = useSearchParams();
  const about = params.get('about') ?? undefined;
  const narrowTo = (reference: string | undefined): void => {
    setParams((before) => {
      if (reference === undefined) before.delete('about');
      else before.set('about', reference);
      return before;
    });
  };
  const wanted: WantedPostings = { ...chosen, reference: about, viewer: useOneViewer() };
  const isNarrowed =
    wanted.cause !== 'any' ||
    wanted.span !== 'all' ||
    wanted.viewer !== undefined ||
    wanted.reference !== undefined;
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="ledger-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="ledger-title">Ledger</h1>
        <span className="row ml-auto flex-wrap">
          <OneViewer viewer={wanted.viewer} />
          {about !== undefined && (
            <button
              type="button"
              className="btn s"
              aria-label={`Show all movements, not only ${names(about) ?? about}`}
              onClick={() => {
                narrowTo(undefined);
              }}
            >
              {names(about) ?? about} <X className="i s" aria-hidden="true" />
            </button>
          )}
          <Choice
            label="Cause"
            value={chosen.cause}
            options={CAUSE_CHOICES}
            onChange={(cause) => {
              setChosen({ ...chosen, cause });
            }}
          />
          <Choice
            label="When"
            value={chosen.span}
            options={SPANS}
            onChange={(span) => {
              setChosen({ ...chosen, span });
            }}
          />
          <button
            type="button"
            className="btn s"
            disabled={!isNarrowed}
            title={isNarrowed ? undefined : 'Choose a cause, a time, a viewer, or what it is about first'}
            onClick={() => {
              setReversing({ all: wanted });
            }}
          >
            <Undo2 className="i s" aria-hidden="true" /> Take all back
          </button>
          <button
            type="button"
            className="btn s"
            onClick={() => {
              setByHand(true);
            }}
          >
            <HandCoins className="i s" aria-hidden="true" /> Adjust balances
          </button>
          <button
            type="button"
            className="btn s"
            onClick={() => {
              setByFile(true);
            }}
          >
            <Upload className="i s" aria-hidden="true" /> Import CSV
          </button>
          <Verify />
        </span>
      </header>
      <OlderList
        label="Movements"
        queryKey={['ledger', 'postings', wanted]}
        ask={(before) => askPostings(wanted, before)}
        page={PAGE}
        empty={
          isNarrowed
            ? 'Nothing matches these filters.'
            : 'Nothing has moved yet. Payouts, gifts and everything that is given or spent is listed here, and can be taken back.'
        }
      >
        {(postings) => (
          <PostingTable
            postings={postings}
            now={now}
            names={names}
            open={open}
            onAbout={narrowTo}
            onOpen={(id) => {
              setOpen(open === id ? undefined : id);
            }}
            onReverse={(id) => {
              setReversing({ id });
            }}
          />
        )}
      </OlderList>
      {reversing !== undefined && (
        <ReversalDialog
          asked={reversing}
          onClose={() => {
            setReversing(undefined);
          }}
        />
      )}
      {byFile && (
        <FileDialog
          onClose={() => {
            setByFile(false);
          }}
        />
      )}
      {byHand && (
        <ByHandDialog
          viewers={wanted.viewer === undefined ? [] : [wanted.viewer]}
          onClose={() => {
            setByHand(false);
          }}
        />
      )}
    </section>
  );
}
