/** The conditions of a query, put together one by one: all of them must hold. */
export class Where {
  private readonly parts: string[] = [];
  readonly values: unknown[] = [];

  /** @param values one for each `?` of `sql`; where one of them is undefined, nothing is asked for */
  and(sql: string, ...values: readonly unknown[]): this {
    if (values.includes(undefined)) return this;
    this.parts.push(sql);
    this.values.push(...values);
    return this;
  }

  /** A viewer under any account they were merged with. @param column the one with the id of a viewer */
  andOf(column: string, viewer: string | undefined): this {
    return this.and(`${column} IN (SELECT id FROM viewers WHERE id = ? OR merged_into = ?)`, viewer, viewer);
  }

  get sql(): string {
    return this.parts.length === 0 ? '1' : this.parts.join(' AND ');
  }
}
