/** What the app answers, in two sentences. */
export function Welcome() {
  return (
    <>
      <h1>Does every component get enough oil?</h1>
      <p className="lead">
        Draw up your engine’s oil circuit, change it, and see pressure, flow and oil temperature at every bearing, jet
        and turbo, from a cold start to a hot idle to full speed, before a hose is cut.
      </p>
    </>
  );
}
