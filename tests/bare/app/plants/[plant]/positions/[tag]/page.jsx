export default function Page() {
  return <p>Record 7, Marta Okoye</p>;
}
