import { useWorkshop } from './workshop.tsx';

/** The people of the shop, as the options of a select. */
export function PeopleOptions() {
  return useWorkshop().view.shop.people.map((p) => (
    <option key={p.id} value={p.id}>
      {p.name}
    </option>
  ));
}

/** The cans and cups on the shelf, as the options of a select. */
export function CanOptions() {
  return useWorkshop().view.shop.paints.map((p) => (
    <option key={p.id} value={p.id}>
      {p.name}
    </option>
  ));
}
