/** Patterns shared by every lane on the page: old finish, clear coat, wax, lateness. Drawn once. */
export function GrainDefs() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true">
      <defs>
        <pattern id="blocked" width="7" height="7" patternUnits="userSpaceOnUse">
          <path d="M0 0l7 7M7 0l-7 7" stroke="var(--m-sub)" strokeWidth="0.8" strokeOpacity="0.55" />
        </pattern>
        <pattern id="old-finish" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="4" height="4" fill="var(--m-sunk)" />
          <path d="M0 0v4" stroke="var(--m-keyline)" strokeWidth="1.6" />
        </pattern>
        <pattern id="clear-coat" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <rect width="6" height="6" fill="var(--m-raised)" />
          <path d="M0 0v6" stroke="var(--m-keyline)" strokeWidth="0.9" />
        </pattern>
        <pattern id="wax-coat" width="5" height="5" patternUnits="userSpaceOnUse">
          <rect width="5" height="5" fill="#efe6c8" />
          <circle cx="1.5" cy="1.5" r="0.9" fill="#6b6450" />
        </pattern>
        <pattern id="past-due" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v7" stroke="var(--m-oxide)" strokeWidth="1.4" />
        </pattern>
      </defs>
    </svg>
  );
}
