/** That a cup's water was not made safe: it goes with the cup from then on. */
export function Unboiled() {
  return (
    <span className="care care-danger" data-testid="unboiled">
      Water not safe: its safety boil was skipped.
    </span>
  );
}
