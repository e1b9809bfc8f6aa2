import { EVENT_KINDS, EVENTS } from '@gully/core/channel';
import { triggerInWords, type EventTrigger } from '@gully/core/routines';
import { Plus, X } from 'lucide-react';
import { ulid } from 'ulid';
import { AUDIENCES, Choice, Fault, IconButton, Opens, ViewerNames, WholeNumber, Tick } from '../ui/index.js';

interface TriggersProps {
  readonly triggers: readonly EventTrigger[];
  readonly saved: readonly EventTrigger[];
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (triggers: readonly EventTrigger[]) => void;
}

/** What starts a routine beside others and a hand: events, each in words that open. */
export function Triggers({ triggers, saved, faultOf, onChange }: TriggersProps) {
  return (
    <>
      <p className="sentence !mb-0">
        {triggers.length === 0 ? 'Started by other routines, or by hand' : 'Starts when '}
        {triggers.map((trigger, at) => (
          <span key={trigger.id}>
            {at > 0 && ' or when '}
            <TriggerBlank
              trigger={trigger}
              draft={JSON.stringify(saved.find(({ id }) => id === trigger.id)) !== JSON.stringify(trigger)}
              fault={faultOf(`triggers.${String(at)}`)}
              onChange={(next) => {
                onChange(triggers.with(at, next));
              }}
            />
            <IconButton
              icon={X}
              label={`Not when ${triggerInWords(trigger)}`}
              onClick={() => {
                onChange(triggers.toSpliced(at, 1));
              }}
            />
          </span>
        ))}{' '}
        <button
          type="button"
          className="btn s bare text-soft"
          onClick={() => {
            const event =
              EVENT_KINDS.find((kind) => !triggers.some((each) => each.event === kind)) ?? 'follow';
            onChange([
              ...triggers,
              { id: ulid(), event, least: event === 'return' ? 7 : 0, lowestRole: 'viewer', viewers: [] },
            ]);
          }}
        >
          <Plus className="i s" aria-hidden="true" /> when something happens
        </button>
      </p>
      {triggers.map(({ id }, at) => (
        <Fault key={id}>{faultOf(`triggers.${String(at)}`)}</Fault>
      ))}
      <Fault>{faultOf('triggers')}</Fault>
    </>
  );
}

interface TriggerBlankProps {
  readonly trigger: EventTrigger;
  readonly draft: boolean;
  readonly fault: string | undefined;
  readonly onChange: (trigger: EventTrigger) => void;
}

function TriggerBlank({ trigger, draft, fault, onChange }: TriggerBlankProps) {
  const { event, least, lowestRole, exactly = false, viewers } = trigger;
  const { counts, asksWho } = EVENTS[event];
  const words = triggerInWords(trigger);
  return (
    <Opens shown={words} label={`When ${words}`} draft={draft} wrong={fault !== undefined}>
      <div className="grid w-[min(360px,80vw)] gap-2.5">
        <Choice
          label="Which event"
          value={event}
          options={EVENT_KINDS.map((value) => ({ value, label: EVENTS[value].name }))}
          onChange={(next) => {
            const who = EVENTS[next].asksWho
              ? {}
              : { lowestRole: 'viewer' as const, exactly: false, viewers: [] };
            onChange({ ...trigger, ...who, event: next, least: next === 'return' ? Math.max(1, least) : 0 });
          }}
        />
        {counts !== undefined && (
          <span className="row flex-wrap">
            at least
            <WholeNumber
              label={`At least how many ${counts}`}
              value={least}
              wrong={fault !== undefined}
              onChange={(next) => {
                onChange({ ...trigger, least: next ?? 0 });
              }}
            />
            <span className="s2 text-soft">
              {counts}
              {event === 'return' ? '' : '; 0 for any'}
            </span>
          </span>
        )}
        {asksWho && (
          <>
            {viewers.length === 0 && (
              <>
                <Choice
                  label="Who"
                  value={lowestRole}
                  options={AUDIENCES}
                  onChange={(next) => {
                    onChange({ ...trigger, lowestRole: next });
                  }}
                />
                <Tick
                  label="Only this role, none above it"
                  checked={exactly}
                  onChange={(only) => {
                    onChange({ ...trigger, exactly: only });
                  }}
                />
              </>
            )}
            <ViewerNames
              label="Only these viewers, separated by spaces; empty for all"
              named={viewers}
              onChange={(next) => {
                onChange({ ...trigger, viewers: next });
              }}
            />
          </>
        )}
        <Fault>{fault}</Fault>
      </div>
    </Opens>
  );
}
