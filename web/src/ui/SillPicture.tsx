/** Three panes over a sill, one of them with film: what stands above the pages before sign-in. */
export function SillPicture() {
  return (
    <svg viewBox="0 0 360 150" className="mb-4 block w-full" aria-hidden>
      <path
        d="M30 12h96v106H30zM134 12h96v106h-96zM238 12h96v106h-96z"
        fill="var(--timber)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <path d="M38 20h80v90H38zM142 20h80v90h-80zM246 20h80v90h-80z" fill="var(--glass)" />
      <path
        d="M142 110 222 20M142 80l54-60M142 50l27-30M168 110l54-60M196 110l26-30"
        stroke="var(--edge)"
        strokeOpacity="0.5"
      />
      <path d="M0 118h360v14H0z" fill="var(--ledge)" />
      <path d="M0 118h360v5H0z" fill="var(--ledge-lip)" />
    </svg>
  );
}
