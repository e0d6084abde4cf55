// Who may import what, folder by folder. Whatever is not listed is refused: check-layers.mjs holds the line.
// `type:` before a room or package: its types only. A room is the longest folder of this list a file lies in.

const PLANNER = 'core/src/planner';
const ENGINE = `${PLANNER}/engine`;
const WORDS_OF = [
  `type:${PLANNER}/model`,
  `type:${ENGINE}/schedule`,
  `type:${PLANNER}/build`,
  `type:${PLANNER}/explain`,
  'type:core/src/questions',
  'type:core/src/workshop',
  'type:core/src/quantities',
];
const SCREEN = ['web/src/data', 'web/src/ui', 'core', 'contract'];

/** @type {Readonly<Record<string, { readonly rooms: readonly string[], readonly packages: readonly string[] }>>} */
export const MATRIX = {
  // Core: pure computation. Each room names the few packages it needs.
  'core/src/quantities': { rooms: [], packages: [] },
  'core/src/calendar': { rooms: ['type:core/src/quantities'], packages: ['@date-fns/tz', 'suncalc'] },
  'core/src/climate': { rooms: ['core/src/calendar', 'core/src/quantities'], packages: [] },
  'core/src/colour': { rooms: [], packages: ['culori/fn'] },
  'core/src/money': { rooms: [], packages: [] },
  'core/src/drying': { rooms: ['core/src/climate', 'type:core/src/quantities'], packages: [] },
  'core/src/products': { rooms: ['type:core/src/drying'], packages: [] },
  'core/src/route': {
    rooms: [
      'core/src/products',
      'core/src/route/build',
      'core/src/route/rules',
      'core/src/route/template',
      `type:${PLANNER}/model`,
    ],
    packages: [],
  },
  'core/src/route/template': { rooms: ['type:core/src/route'], packages: ['jsep'] },
  'core/src/route/rules': {
    rooms: ['core/src/route', `type:${PLANNER}/model`, 'type:core/src/products', 'type:core/src/route/build'],
    packages: [],
  },
  'core/src/route/build': {
    rooms: [
      'core/src/calendar',
      'core/src/colour',
      'core/src/products',
      'core/src/quantities',
      'core/src/route',
      'core/src/route/rules',
      'core/src/route/template',
      `type:${PLANNER}/model`,
    ],
    packages: [],
  },
  'core/src/route/edit': {
    rooms: [
      'core/src/products',
      'core/src/route',
      'core/src/route/build',
      'core/src/route/rules',
      `type:${PLANNER}/model`,
    ],
    packages: [],
  },
  'core/src/route/conflict': {
    rooms: ['core/src/colour', 'core/src/products', 'core/src/route', 'core/src/route/edit'],
    packages: [],
  },
  // The planner's rooms, each using only those below it: explain, build, compile, then model and engine.
  [`${ENGINE}/resources`]: { rooms: ['core/src/calendar'], packages: [] },
  [ENGINE]: { rooms: [`type:${ENGINE}/resources`], packages: [] },
  [`${ENGINE}/schedule`]: { rooms: [ENGINE, `${ENGINE}/resources`, 'core/src/calendar'], packages: ['flatqueue'] },
  [`${ENGINE}/bounds`]: {
    rooms: [ENGINE, `${ENGINE}/resources`, `${ENGINE}/schedule`, 'core/src/calendar'],
    packages: [],
  },
  [`${ENGINE}/search`]: { rooms: [`type:${ENGINE}`, `${ENGINE}/schedule`, `${ENGINE}/bounds`], packages: [] },
  [`${PLANNER}/model`]: {
    rooms: [
      'core/src/calendar',
      'core/src/products',
      'type:core/src/climate',
      'type:core/src/drying',
      'type:core/src/quantities',
      `type:${ENGINE}/schedule`,
    ],
    packages: [],
  },
  [`${PLANNER}/compile`]: {
    rooms: [
      `${PLANNER}/model`,
      ENGINE,
      `${ENGINE}/resources`,
      'core/src/calendar',
      'core/src/drying',
      'core/src/products',
      'type:core/src/climate',
      'type:core/src/quantities',
    ],
    packages: [],
  },
  [`${PLANNER}/build`]: {
    rooms: [
      `${PLANNER}/compile`,
      `${PLANNER}/model`,
      ENGINE,
      `${ENGINE}/schedule`,
      `${ENGINE}/search`,
      `${ENGINE}/bounds`,
      'core/src/calendar',
      'type:core/src/quantities',
    ],
    packages: [],
  },
  [`${PLANNER}/explain`]: {
    rooms: [
      `${PLANNER}/build`,
      `${PLANNER}/compile`,
      `${PLANNER}/model`,
      ENGINE,
      `${ENGINE}/resources`,
      `${ENGINE}/schedule`,
      `${ENGINE}/bounds`,
      'core/src/calendar',
      'type:core/src/quantities',
    ],
    packages: [],
  },
  // The verifier shares only types with what finds plans, and computes everything itself.
  'core/src/verify': {
    rooms: [
      `type:${PLANNER}/model`,
      'type:core/src/calendar',
      'type:core/src/climate',
      'type:core/src/drying',
      'type:core/src/products',
    ],
    packages: [],
  },
  'core/src/promise': {
    rooms: [
      `${PLANNER}/explain`,
      `${PLANNER}/build`,
      `${PLANNER}/model`,
      `type:${ENGINE}`,
      `${ENGINE}/resources`,
      `${ENGINE}/search`,
      'core/src/calendar',
      'core/src/products',
      'type:core/src/quantities',
    ],
    packages: ['d3-array', 'd3-random', 'flatqueue'],
  },
  'core/src/neutral': {
    rooms: [ENGINE, `${ENGINE}/resources`, `${ENGINE}/schedule`, `${ENGINE}/search`, `${ENGINE}/bounds`],
    packages: [],
  },
  'core/src/workshop': {
    rooms: [
      `${PLANNER}/model`,
      'core/src/climate',
      'core/src/products',
      'core/src/quantities',
      'core/src/route',
      'core/src/route/build',
      'core/src/route/edit',
      'type:core/src/calendar',
    ],
    packages: [],
  },
  'core/src/questions': {
    rooms: [
      `${PLANNER}/build`,
      `${PLANNER}/explain`,
      `${PLANNER}/model`,
      'core/src/verify',
      'core/src/workshop',
      'core/src/calendar',
      'core/src/route',
      'core/src/route/edit',
      'core/src/route/template',
      'type:core/src/quantities',
    ],
    packages: [],
  },
  'core/src/words': { rooms: [...WORDS_OF, 'core/src/calendar', 'core/src'], packages: [] },
  // Core's front door, which shows what is in the rooms behind it.
  'core/src': {
    rooms: [
      'core/src/quantities',
      'core/src/calendar',
      'core/src/climate',
      'core/src/colour',
      'core/src/money',
      'core/src/drying',
      'core/src/products',
      'core/src/route',
      'core/src/route/template',
      'core/src/route/rules',
      'core/src/route/edit',
      'core/src/route/conflict',
      `${PLANNER}/model`,
      `${PLANNER}/compile`,
      `${PLANNER}/build`,
      `${PLANNER}/explain`,
      `type:${ENGINE}`,
      `type:${ENGINE}/schedule`,
      'core/src/verify',
      'core/src/promise',
      'core/src/neutral',
      'core/src/workshop',
      'core/src/questions',
      'core/src/words',
    ],
    packages: [],
  },

  'contract/src': { rooms: ['core'], packages: ['dequal/lite', 'yup'] },
  'cli/src': { rooms: ['core', 'contract'], packages: ['yup', 'node:fs', 'node:os', 'node:worker_threads'] },

  // The server: routes ask services, services ask the store, the store alone knows the database.
  'server/migrations': { rooms: [], packages: ['type:sequelize'] },
  'server/src/store': {
    rooms: ['server/src', 'server/migrations', 'core', 'contract'],
    packages: ['connect-session-sequelize', 'express-session', 'sequelize', 'umzug', 'node:util'],
  },
  'server/src/jobs': { rooms: ['core', 'contract'], packages: ['piscina', 'node:fs', 'node:os', 'node:url'] },
  'server/src/services': {
    rooms: ['server/src', 'server/src/store', 'type:server/src/jobs', 'core', 'contract'],
    packages: [
      '@node-rs/argon2',
      'async-mutex',
      'sharp',
      'type:pino',
      'type:sequelize',
      'node:crypto',
      'node:fs/promises',
      'node:util',
    ],
  },
  'server/src/routes': {
    rooms: ['server/src', 'server/src/services', 'type:server/src/store', 'type:core', 'contract'],
    packages: ['express', 'express-rate-limit', 'multer', 'yup', 'node:crypto'],
  },
  'server/src/demo': {
    rooms: ['server/src/store', 'type:server/src/services', 'core', 'contract'],
    packages: ['@node-rs/argon2'],
  },
  'server/src': {
    rooms: [
      'server/src/routes',
      'server/src/services',
      'server/src/store',
      'server/src/jobs',
      'server/src/demo',
      'type:core',
      'contract',
    ],
    packages: [
      'compression',
      'express',
      'express-session',
      'helmet',
      'multer',
      'pino',
      'pino-http',
      'qrcode',
      'selfsigned',
      'yup',
      'node:crypto',
      'node:fs',
      'node:http',
      'node:https',
      'node:os',
      'node:url',
    ],
  },

  // The web client: screens never import each other; what they share lies below them.
  'web/src/ui': { rooms: ['core'], packages: ['lucide-react', 'react', 'react-hook-form', 'yup'] },
  'web/src/core': {
    rooms: ['core', 'contract'],
    packages: ['comlink', 'react', 'swr', 'swr/subscription'],
  },
  'web/src/plan': { rooms: ['web/src/ui', 'core', 'type:contract'], packages: ['d3'] },
  'web/src/grain': {
    rooms: ['web/src/ui', 'web/src/core', 'core', 'type:contract'],
    packages: ['@tanstack/react-virtual', 'd3', 'lucide-react', 'react'],
  },
  'web/src/conflict': { rooms: ['web/src/ui', 'core', 'contract'], packages: ['lucide-react'] },
  'web/src/data': {
    rooms: ['web/src/core', 'web/src/plan', 'web/src/ui', 'core', 'contract'],
    packages: ['react', 'sonner', 'swr', 'swr/infinite', 'yup'],
  },
  'web/src/step': { rooms: SCREEN, packages: ['lucide-react', 'react', 'react-router'] },
  'web/src/features/arrival': { rooms: SCREEN, packages: ['lucide-react', 'react', 'react-router'] },
  'web/src/features/house': { rooms: [...SCREEN, 'web/src/core'], packages: ['react'] },
  'web/src/features/new-piece': {
    rooms: [
      'web/src/data',
      'web/src/ui',
      'web/src/conflict',
      'web/src/core',
      'web/src/grain',
      'web/src/plan',
      'web/src/step',
      'core',
      'contract',
    ],
    packages: ['lucide-react', 'react', 'react-router'],
  },
  'web/src/features/piece': {
    rooms: [...SCREEN, 'web/src/conflict', 'web/src/core', 'web/src/grain', 'web/src/plan', 'web/src/step'],
    packages: ['lucide-react', 'react', 'react-router'],
  },
  'web/src/features/pieces': { rooms: [...SCREEN, 'web/src/grain'], packages: ['react', 'react-router'] },
  'web/src/features/plan': {
    rooms: [
      'web/src/data',
      'web/src/ui',
      'core',
      'contract',
      'web/src/conflict',
      'web/src/core',
      'web/src/grain',
      'web/src/plan',
      'web/src/step',
    ],
    packages: ['lucide-react', 'react', 'react-router'],
  },
  'web/src/features/route-editor': {
    rooms: [...SCREEN, 'web/src/conflict'],
    packages: ['@dnd-kit/core', '@dnd-kit/sortable', '@dnd-kit/utilities', 'lucide-react', 'react', 'react-router'],
  },
  'web/src/features/shelf': {
    rooms: ['web/src/data', 'web/src/ui', 'web/src/step', 'core', 'contract'],
    packages: ['d3', 'lucide-react', 'papaparse', 'react', 'react-hook-form'],
  },
  'web/src/features/shop': {
    rooms: ['web/src/data', 'web/src/ui', 'core', 'contract'],
    packages: ['d3', 'papaparse', 'react', 'react-router', 'sonner'],
  },
  'web/src/features/sums': {
    rooms: ['web/src/data', 'web/src/ui', 'core', 'contract'],
    packages: ['lucide-react', 'react', 'react-router'],
  },
  'web/src/features/today': {
    rooms: [...SCREEN, 'web/src/core', 'web/src/grain', 'web/src/step'],
    packages: ['lucide-react', 'react'],
  },
  'web/src/features/welcome': {
    rooms: ['web/src/data', 'web/src/ui', 'web/src/grain', 'contract'],
    packages: ['@hookform/resolvers/yup', 'react', 'react-hook-form', 'swr'],
  },
  'web/src/app': {
    rooms: [
      'web/src/data',
      'web/src/ui',
      'web/src/grain',
      'web/src/features/arrival',
      'web/src/features/house',
      'web/src/features/new-piece',
      'web/src/features/piece',
      'web/src/features/pieces',
      'web/src/features/plan',
      'web/src/features/route-editor',
      'web/src/features/shelf',
      'web/src/features/shop',
      'web/src/features/sums',
      'web/src/features/today',
      'web/src/features/welcome',
      'core',
      'contract',
    ],
    packages: ['lucide-react', 'react', 'react-router', 'sonner', 'swr'],
  },
  'web/src': { rooms: ['web/src/app'], packages: ['react', 'react-dom/client', 'react-router'] },
};

/** Front doors of the parts, by the name others import them under. */
export const DOORS = { '@app/core': 'core', '@app/contract': 'contract' };
