/** The mark: strata cut by a notch. */
export function Mark() {
  return (
    <svg className="mr-2 h-6 w-[26px] flex-none" viewBox="0 0 26 24" aria-hidden="true">
      <path
        d="M0 3H4.5M0 9.5H7M0 16H10.5M26 3H21.5M26 9.5H19M26 16H15.5"
        fill="none"
        stroke="var(--soft)"
        strokeWidth="1.75"
      />
      <path d="M3.5 2 13 21.5 22.5 2" fill="none" stroke="var(--iron)" strokeWidth="2.75" />
    </svg>
  );
}

/** The notch under the current mode: it says "here". */
export function Notch() {
  return (
    <svg className="notch" viewBox="0 0 52 15" aria-hidden="true">
      <path className="fill" d="M7 0 26 11.5 45 0z" />
      <path className="v" d="M0 1.5H8L26 12.5 44 1.5H52" />
    </svg>
  );
}
