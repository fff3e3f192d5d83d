import { and, eq, getTableColumns, is, Table, type Column, type SQL } from "drizzle-orm";
import { NodePgDatabase, NodePgDriver, type NodePgClient } from "drizzle-orm/node-postgres";
import { PgDialect } from "drizzle-orm/pg-core";

type SelectConfig = Parameters<PgDialect["buildSelectQuery"]>[0];
type UpdateConfig = Parameters<PgDialect["buildUpdateQuery"]>[0];
type DeleteConfig = Parameters<PgDialect["buildDeleteQuery"]>[0];
interface Joined {
  readonly table: unknown;
  readonly on: SQL | undefined;
}

/** Without what is not there. */
const given = <Value extends object>(values: { [Key in keyof Value]: Value[Key] | undefined }): Partial<Value> =>
  Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined)) as Partial<Value>;

/**
 * Writes into each statement whose rows it is about. Row-level security says the same and stays in force; but only what stands in the
 * statement itself tells a planner which rows to expect, and a database that is spread over several which of them to ask.
 */
class DialectOfShop extends PgDialect {
  constructor(private readonly shopId: string) {
    super();
  }

  override buildSelectQuery(config: SelectConfig): SQL {
    return super.buildSelectQuery({ ...config, ...given({ where: and(this.isOurs(config.table), config.where), joins: this.joined(config.joins) }) });
  }

  override buildUpdateQuery(config: UpdateConfig): SQL {
    const where = and(this.isOurs(config.table), this.isOurs(config.from), config.where);
    return super.buildUpdateQuery({ ...config, ...given({ where, joins: this.joined(config.joins) }) });
  }

  override buildDeleteQuery(config: DeleteConfig): SQL {
    return super.buildDeleteQuery({ ...config, ...given({ where: and(this.isOurs(config.table), config.where) }) });
  }

  /** In the join's own condition, so that a row that a left join does not find stays. */
  private joined<Join extends Joined>(joins: Join[] | undefined): Join[] | undefined {
    return joins?.map((join) => (join.on === undefined ? join : { ...join, on: and(this.isOurs(join.table), join.on) }));
  }

  /** Nothing for what is not a table: a query within a query has its own condition. */
  private isOurs(table: unknown): SQL | undefined {
    if (!is(table, Table)) return undefined;
    const { shopId } = getTableColumns(table) as { shopId?: Column };
    return shopId && eq(shopId, this.shopId);
  }
}

/** Statements on one connection that are about one shop's rows alone; what is written out in SQL names `shopId` itself. */
export class OneShop extends NodePgDatabase {
  constructor(
    client: NodePgClient,
    readonly shopId: string,
  ) {
    const dialect = new DialectOfShop(shopId);
    super(dialect, new NodePgDriver(client, dialect).createSession(undefined), undefined);
  }
}
