/** The heads of a table that is not sorted, a row of them. */
export const Heads = ({ names }: { readonly names: readonly string[] }) => (
  <thead>
    <tr>
      {names.map((name) => (
        <th key={name} scope="col">
          {name}
        </th>
      ))}
    </tr>
  </thead>
);
