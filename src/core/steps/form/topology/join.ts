import { join } from '../../../mesh/topology/split';
import type { FormTopology } from '../../definition';
import { strand } from '../../params';

export const joinForms: FormTopology = {
  op: 'form.join-forms',
  name: 'Join form',
  description: 'Puts another form beside this one, as one form.',
  takes: ['form'],
  gives: 'form',
  aliases: ['combine', 'append', 'merge', 'add'],
  params: [
    strand({
      id: 'with',
      name: 'With',
      description: 'The other form, as it stands at the beginning of the loop.',
      kind: 'form',
    }),
  ],
  reshape: (mesh, params, baking) => {
    const other = baking.form(params.with as string);
    return other ? join(mesh, other) : mesh;
  },
};
