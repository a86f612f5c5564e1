import type { Migration } from '../migration';

/**
 * Whatever changes is told on a channel, by the build's id or as `bench`, so that pages hear of it through any server
 * that listens. PostgreSQL tells each once a transaction, when that stands.
 */
const OF_BUILDS = [
  'bracing_plans',
  'build_events',
  'glue_ups',
  'knocks',
  'passes',
  'plate_checks',
  'shapings',
  'surveys',
  'targets',
  'top_variants',
  'voicing_events',
];
const OF_BENCH = ['jigs', 'people', 'wood_sets', 'wood_tests', 'wood_weighings', 'workshops'];

const telling = (name: string, body: string) => `
create function ${name}() returns trigger language plpgsql as $$
declare
  changed record;
begin
  if tg_op = 'DELETE' then changed := old; else changed := new; end if;
  ${body}
  return null;
end $$;
`;

const triggered = (table: string, name: string) => `
create trigger tell_change after insert or update or delete on ${table} for each row execute function ${name}();
`;

const STATEMENTS = [
  telling('tell_build', `perform pg_notify('bench_changes', changed.id::text);`),
  telling('tell_of_build', `perform pg_notify('bench_changes', changed.build_id::text);`),
  telling(
    'tell_of_survey',
    `perform pg_notify('bench_changes', build_id::text) from surveys where id = changed.survey_id;`,
  ),
  telling('tell_of_bench', `perform pg_notify('bench_changes', 'bench');`),
  triggered('builds', 'tell_build'),
  triggered('readings', 'tell_of_survey'),
  ...OF_BUILDS.map((table) => triggered(table, 'tell_of_build')),
  ...OF_BENCH.map((table) => triggered(table, 'tell_of_bench')),
].join('');

export const tellChanges: Migration = {
  name: '0018-tell-changes',
  async up(query, transaction) {
    await query.sequelize.query(STATEMENTS, { transaction });
  },
};
