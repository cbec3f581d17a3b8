/** The shape of a house's database: tables, columns, constraints, indexes, triggers, functions and views, in words. */
import type { Knex } from "knex";

/** Every line is one thing as the catalogue tells it; two houses of one shape have the same lines. */
export async function shapeOf(db: Knex): Promise<Set<string>> {
  const { rows } = await db.raw(`
    with ours as (select c.oid, c.relname, c.relkind, c.relrowsecurity from pg_class c join pg_namespace n on n.oid = c.relnamespace
                   where n.nspname not in ('pg_catalog', 'information_schema') and n.nspname not like 'pg_toast%' and n.nspname not like 'pg_temp%')
    select format('%s %s%s', case relkind when 'r' then 'table' when 'v' then 'view' when 'S' then 'sequence' when 'i' then 'index' else relkind::text end,
             relname, case when relrowsecurity then ' with policies' else '' end) as line from ours where relkind <> 'i'
    union all
    select format('column %s.%s %s%s%s', o.relname, a.attname, format_type(a.atttypid, a.atttypmod), case when a.attnotnull then ' not null' else '' end,
             coalesce(' default ' || pg_get_expr(d.adbin, d.adrelid), ''))
      from ours o join pg_attribute a on a.attrelid = o.oid left join pg_attrdef d on d.adrelid = o.oid and d.adnum = a.attnum
     where o.relkind in ('r', 'v') and a.attnum > 0 and not a.attisdropped
    union all
    select format('constraint %s.%s %s', o.relname, k.conname, pg_get_constraintdef(k.oid)) from ours o join pg_constraint k on k.conrelid = o.oid where k.contype <> 't'
    union all
    select format('index %s', pg_get_indexdef(i.indexrelid)) from ours o join pg_index i on i.indrelid = o.oid
    union all
    select format('trigger %s %s', t.tgenabled, pg_get_triggerdef(t.oid)) from ours o join pg_trigger t on t.tgrelid = o.oid where not t.tgisinternal
    union all
    select format('rule %s', pg_get_ruledef(r.oid)) from ours o join pg_rewrite r on r.ev_class = o.oid where r.rulename <> '_RETURN'
    union all
    select format('view %s as %s', o.relname, pg_get_viewdef(o.oid)) from ours o where o.relkind = 'v'
    union all
    select format('function %s', pg_get_functiondef(p.oid)) from pg_proc p join pg_namespace n on n.oid = p.pronamespace
     where n.nspname not in ('pg_catalog', 'information_schema') and p.prokind in ('f', 'p')
    union all
    select format('%s %s', 'event trigger', evtname) from pg_event_trigger
    union all
    select format('extension %s', extname) from pg_extension where extname <> 'plpgsql'`);
  return new Set(rows.map(({ line }: { line: string }) => line.replace(/\s+/g, " ")));
}

/** The first thing that is missing or is there too much, in words; null where two shapes are one. */
export function differenceOf(
  expected: ReadonlySet<string>,
  found: ReadonlySet<string>,
): { readonly missing: readonly string[]; readonly strange: readonly string[] } | null {
  const missing = [...expected].filter((line) => !found.has(line)).sort();
  const strange = [...found].filter((line) => !expected.has(line)).sort();
  return missing.length + strange.length === 0 ? null : { missing, strange };
}
