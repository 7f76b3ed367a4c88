/**
 * Which room may know which; see docs/architecture.md. Type imports count. Files that stand in the core itself
 * (colour, own, random, recent) know no room and may be known by all.
 */

/**
 * Rooms of the core in their order: each may know those before it, and itself. Rooms in one list do not know each
 * other.
 */
const CORE = [
  ['glsl', 'piece'],
  ['mesh', 'parts', 'sound'],
  ['assets'],
  ['steps'],
  ['weave'],
  ['forms'],
  ['checks', 'preview', 'formats'],
];
/** Outside of the core: which rooms each may know beside the core. */
const HOUSE = {
  core: [],
  engine: [],
  workers: [],
  player: ['engine'],
  server: [],
  demo: [],
  state: ['engine', 'workers'],
  actions: ['engine', 'workers', 'state', 'demo'],
  ui: ['engine', 'workers', 'state', 'actions', 'demo'],
};

/** Rooms of the engine, likewise; the pictures, the viewer and what captures them stand above. */
const ENGINE = [['card'], ['surface'], ['stage', 'finish']];
/** Rooms of weaving, likewise. */
const WEAVE = [['analysis'], ['keys', 'writing'], ['running']];

/**
 * Rules for rooms in their order.
 * @param base the folder they are in
 * @param name how the names of the rules begin
 * @param forAll what stands in the folder itself and may be known by every room, as a pattern
 */
const roomRules = (base, name, levels, forAll = '$^') =>
  levels.flatMap((rooms, level) =>
    rooms.map((room) => {
      const known = levels.slice(0, level).flat();
      return {
        name: `${name}-${room}`,
        severity: 'error',
        comment: `Of ${base}, ${base}/${room} may know ${known.join(', ') || 'nothing'} alone.`,
        from: { path: `^src/${base}/${room}/` },
        to: { path: `^src/${base}/`, pathNot: `^src/${base}/((${[room, ...known].join('|')})/|${forAll})` },
      };
    }),
  );
const houseRules = Object.entries(HOUSE).map(([room, knows]) => ({
  name: `house-${room}`,
  severity: 'error',
  comment: `${room} may know ${['core', ...knows].join(', ')} alone.`,
  from: { path: `^src/${room}/` },
  to: { path: '^(src|app|cli|fuzz|bench)/', pathNot: `^src/(${['core', room, ...knows].join('|')})/` },
}));

/** Areas of the interface; `ui/parts` is for all of them, and `ui/workbench` mounts them. */
const uiRules = [
  {
    name: 'ui-areas',
    severity: 'error',
    comment: 'An area of the interface may know ui/parts and itself; what several need goes into actions or ui/parts.',
    from: { path: '^src/ui/([^/]+)/', pathNot: '^src/ui/workbench/' },
    to: { path: '^src/ui/', pathNot: '^src/ui/(parts|$1)/' },
  },
  {
    name: 'ui-in-a-room',
    severity: 'error',
    comment: 'Each file of the interface belongs to an area.',
    from: {},
    to: { path: '^src/ui/[^/]+$' },
  },
  {
    name: 'actions-without-components',
    severity: 'error',
    comment: 'What an artist does is tested without a page: no components.',
    from: { path: '^src/actions/' },
    to: { path: '\\.tsx$' },
  },
];

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-files',
      severity: 'error',
      comment: 'What stands in the core itself knows no room.',
      from: { path: '^src/core/[^/]+\\.ts$' },
      to: { path: '^src/core/[^/]+/' },
    },
    ...roomRules('core', 'core', CORE, '[^/]+[.]ts$'),
    ...roomRules('core/weave', 'weave', WEAVE),
    ...roomRules('engine', 'engine', ENGINE),
    ...houseRules,
    ...uiRules,
    {
      name: 'routes',
      severity: 'error',
      comment: 'Routes are thin: they use ui, core, demo and server.',
      from: { path: '^app/' },
      to: { path: '^src/(engine|workers|state|actions)/' },
    },
    {
      name: 'command-line',
      severity: 'error',
      comment: 'The command line stands on the core alone; what it has a browser draw, in cli/page, on more.',
      from: { path: '^cli/', pathNot: '^cli/page/' },
      to: { path: '^(src/(?!core/)|app/)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // Tests may use the starters and look into other rooms.
    exclude: { path: '\\.test\\.ts$|/testing\\.ts$' },
    includeOnly: '^(src|app|cli|fuzz|bench)/',
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
    },
  },
};
