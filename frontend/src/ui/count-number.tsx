// A count in seconds: read as one number, shown as a range where it is one.
export function CountNumber({ count, shown }: { count: number | null; shown: string }) {
  if (count === null || shown === String(Math.round(count))) return <>{shown}</>;
  return (
    <>
      <span className="visually-hidden">{Math.round(count)}</span>
      <span aria-hidden="true">{shown}</span>
    </>
  );
}
