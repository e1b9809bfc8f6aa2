import { GAME_KINDS, type SettingBlank } from '@gully/core/games';
import { useCurrency } from '../currency/index.js';
import { Fault } from '../ui/index.js';
import type { GameEditing } from './game-editor.js';
import { SettingField } from './setting-field.js';

/** How a kind of game is set, as its own sentence. */
export function SettingsSentence({ editing }: { readonly editing: GameEditing }) {
  const { body, base, faultOf, change } = editing;
  const kind = GAME_KINDS[body.kind];
  const { blanks } = kind;
  const { many } = useCurrency();
  const before = base.kind === body.kind ? base.settings : body.settings;
  return (
    <div className="sentence roomy !mt-2">
      {kind.line(body.settings).map((part, at) => {
        if (typeof part === 'string')
          return <span key={at}>{/^[.,;]/u.test(part) ? part : ` ${part} `}</span>;
        const blank: SettingBlank | undefined = blanks[part.blank];
        if (blank === undefined || blank.as === 'table' || blank.as === 'words') return null;
        return (
          <span key={at}>
            {' '}
            <SettingField
              blank={blank}
              label={blank.label}
              value={(body.settings[part.blank] ?? '') as string | number}
              before={(before[part.blank] ?? '') as string | number}
              wrong={faultOf(`settings.${part.blank}`)}
              onChange={(value) => {
                change({ settings: { ...body.settings, [part.blank]: value } });
              }}
            />
            {blank.as === 'number' && blank.unit === 'currency' && ` ${many}`}
          </span>
        );
      })}
      {Object.keys(blanks).map((field) => (
        <Fault key={field}>{blanks[field]?.as === 'table' ? undefined : faultOf(`settings.${field}`)}</Fault>
      ))}
    </div>
  );
}
