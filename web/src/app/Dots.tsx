/** The sign of settings: three dots. */
export const Dots = () => (
  <svg className="dots" width="22" height="22" viewBox="0 0 22 22" aria-hidden="true">
    {[4, 11, 18].map((x) => (
      <circle key={x} cx={x} cy="11" r="1.9" />
    ))}
  </svg>
);
