/** Says that a piece is being opened. @param share how much of it is read, 0 to 1 */
export function OpeningNote({ share }: { share: number }) {
  return (
    <p role="status" className="grid h-screen place-items-center text-mute">
      Opening the piece{share > 0 && share < 1 ? `: ${Math.floor(100 * share)} % read` : ''}.
    </p>
  );
}
