import { profileOf, profileVerdict } from '@/core/checks/profiles';
import { useKnownChecks } from '@/state/measured/known';
import { useWorkbench } from '@/state/workbench';

const LOOKS = {
  passes: { words: 'passes', className: 'text-lichen' },
  fails: { words: 'fails', className: 'text-bad' },
  unknown: { words: 'to look at', className: 'text-mute' },
};

/** How the piece stands to the profile that it is held to, in two words. */
export function ProfileNote() {
  const profile = profileOf(useWorkbench((s) => s.piece.profile));
  const known = useKnownChecks();
  if (!profile) return null;
  const { words, className } = LOOKS[profileVerdict(profile, known).state];
  return (
    <span className={className}>
      {profile.name} {words}
    </span>
  );
}
