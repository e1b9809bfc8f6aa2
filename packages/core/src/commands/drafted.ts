import { byRank, TriggerIndex, type Matches, type PreparedCommand, type Triggers } from './match.js';

/** Triggers with one command in force in place of the one of its id; what is under them is not made again. */
export class DraftedTriggers implements Triggers {
  private readonly own: TriggerIndex;

  constructor(
    private readonly under: Triggers,
    private readonly draft: PreparedCommand,
  ) {
    this.own = new TriggerIndex([draft], under.prefix);
  }

  get prefix(): string {
    return this.under.prefix;
  }
  get commands(): readonly PreparedCommand[] {
    return [...this.under.commands.filter(({ command }) => this.stays(command)), this.draft];
  }
  /** Those of the command it stands for are among them; they are only ever near to what was meant. */
  get knownNames(): readonly string[] {
    return [...new Set([...this.under.knownNames, ...this.own.knownNames])];
  }

  match(text: string): Matches {
    const { found, named } = this.under.match(text);
    const others = found.filter(({ prepared }) => this.stays(prepared.command));
    return { found: byRank([...others, ...this.own.match(text).found]), named };
  }

  private stays({ id }: { readonly id: string }): boolean {
    return id !== this.draft.command.id;
  }
}
