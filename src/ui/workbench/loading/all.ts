export { Workbench } from '../Workbench';
