import { STEP_KINDS } from '@gully/core/channel';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Copy, ExternalLink, MonitorPlay, RefreshCw } from 'lucide-react';
import { useState } from 'react';
import { routineOf } from '@gully/core/routines';
import { answerOf, api } from '../api/index.js';
import { ConfirmDialog, tellProblem, toast } from '../ui/index.js';
import { addressQuery } from './queries.js';

interface OverlayAddressProps {
  readonly id: string;
  readonly width: number;
  readonly height: number;
  /** whether it has a stage that an alert can be tried on */
  readonly hasStage: boolean;
}

/** Where an overlay is opened: the address to paste into the streaming software, kept from view. */
export function OverlayAddress({ id, width, height, hasStage }: OverlayAddressProps) {
  const queries = useQueryClient();
  const [asking, setAsking] = useState(false);
  const { data } = useQuery(addressQuery(id));
  const address = data === undefined ? '' : `${location.origin}${data.path}`;
  const replace = useMutation({
    mutationFn: () => answerOf(api.PUT('/api/overlays/{id}/address', { params: { path: { id } } })),
    onSuccess: (next) => {
      queries.setQueryData(addressQuery(id).queryKey, next);
      toast('The overlay has a new address', {
        description: 'The old one no longer works. Paste the new one into your streaming software.',
      });
    },
    onError: tellProblem,
  });
  const test = useMutation({
    mutationFn: () => {
      const shown = {
        ...STEP_KINDS.show.blank('test'),
        media: 'gully-lantern',
        text: '{{ viewer.name }} follows the lantern',
        sound: 'gully-drip',
        overlay: id,
      };
      const routine = structuredClone(routineOf([shown])) as never;
      return answerOf(api.POST('/api/overlays/test', { body: { routine, title: 'An alert', as: '' } }));
    },
    onError: tellProblem,
  });
  return (
    <section aria-label="Address" className="row flex-wrap">
      <span className="s2 text-soft">
        Add it to your streaming software as a browser source of {width} × {height}:
      </span>
      <button
        type="button"
        className="btn s"
        disabled={data === undefined}
        onClick={() => {
          void navigator.clipboard.writeText(address).then(() => {
            toast('Copied the address', {
              description: 'Whoever has it can see the overlay. Do not show it on stream.',
            });
          }, tellProblem);
        }}
      >
        <Copy className="i s" aria-hidden="true" /> Copy address
      </button>
      {hasStage && (
        <button
          type="button"
          className="btn s bare"
          disabled={test.isPending}
          onClick={() => {
            test.mutate();
          }}
        >
          <MonitorPlay className="i s" aria-hidden="true" /> Test alert
        </button>
      )}
      <a className="btn s bare" href={`${address}?sound=off`} target="_blank" rel="noreferrer">
        <ExternalLink className="i s" aria-hidden="true" /> Open
      </a>
      <button
        type="button"
        className="btn s bare"
        disabled={replace.isPending}
        onClick={() => {
          setAsking(true);
        }}
      >
        <RefreshCw className="i s" aria-hidden="true" /> New address
      </button>
      {asking && (
        <ConfirmDialog
          title="Give the overlay a new address?"
          about="The old address stops working at once. Your streaming software shows nothing until you paste the new one. This cannot be undone."
          act="Replace the address"
          onAct={() => {
            replace.mutate();
          }}
          onClose={() => {
            setAsking(false);
          }}
        />
      )}
    </section>
  );
}
