import base from '../playwright.config';

/** Makes the pictures in docs/screenshots and the stills of the starters: `npm run screenshots`. */
export default { ...base, testDir: '.', testMatch: 'screenshots.ts', timeout: 400_000 };
