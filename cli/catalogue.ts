import { writeFileSync } from 'node:fs';
import { catalogueText } from '@/core/formats/catalogue-text';

/** Writes docs/catalogue.md from the steps themselves. */
writeFileSync('docs/catalogue.md', catalogueText());
