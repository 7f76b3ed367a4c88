import { writeFileSync } from 'node:fs';
import { catalogueText } from '@/core/formats/catalogue-text';
import { farmChart } from './farm/chart';

/** Writes what stands in docs/ and is made: the catalogue from the steps themselves, the chart of the farm. */
writeFileSync('docs/catalogue.md', catalogueText());
writeFileSync('docs/farm-efficiency.svg', farmChart());
