import { NavLink } from "react-router";

/** The parts of the logbook. */
export function LogNav() {
  return (
    <nav aria-label="Logbook" className="lb-nav">
      <NavLink to="/log" end>
        Cups
      </NavLink>
      <NavLink to="/coffees">Coffees</NavLink>
      <NavLink to="/recipes">Recipes</NavLink>
      <NavLink to="/blind">Blind</NavLink>
      <NavLink to="/deleted">Recently deleted</NavLink>
    </nav>
  );
}
