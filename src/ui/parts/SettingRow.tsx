/** A setting beside its name. */
export function SettingRow({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="grid min-h-[31px] grid-cols-[92px_1fr] items-center gap-2.5">
      <span className="text-mute">{name}</span>
      {children}
    </div>
  );
}
