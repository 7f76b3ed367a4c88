import { checkName, isDrawn, PROFILES, profileOf, profileVerdict } from '@/core/checks/profiles';
import { useKnownChecks } from '@/state/measured/known';
import { useWorkbench } from '@/state/workbench';
import { PlainList } from '../parts/PlainList';

const OPTIONS = [
  ['', 'no profile'] as const,
  ...Object.entries(PROFILES).map(([id, { name, about }]) => [id, `${name}: ${about}`] as const),
];

/** The profile that the piece is held to, and how it stands to it. */
export function HeldTo() {
  const id = useWorkbench((s) => s.piece.profile);
  const edit = useWorkbench((s) => s.edit);
  const known = useKnownChecks();
  const profile = profileOf(id);
  const verdict = profile && profileVerdict(profile, known);
  return (
    <section aria-label="Profile" className="mb-3 flex items-center gap-3">
      <span className="text-mute">Held to</span>
      <span className="flex w-64">
        <PlainList
          label="Profile"
          options={OPTIONS}
          value={id ?? ''}
          onChange={(chosen) => edit((p) => ({ ...p, profile: chosen || undefined }))}
        />
      </span>
      {id !== undefined && !profile && <span className="text-warn">The profile “{id}” is not known here.</span>}
      {verdict?.state === 'passes' && <b className="text-lichen">It passes.</b>}
      {verdict?.state === 'fails' && <b className="text-bad">It fails: {verdict.failing.map(checkName).join(', ')}.</b>}
      {verdict?.state === 'unknown' && (
        <span className="text-mute">
          Not looked at yet: {verdict.unknown.map(checkName).join(', ')}.
          {verdict.unknown.some(isDrawn) && ' Look at every frame below.'}
        </span>
      )}
    </section>
  );
}
