import { cssString } from "./PaperTitle";

test("a name cannot end the text it stands in, nor the styles", () => {
  expect(cssString('Tide "Two" </style>\\')).toBe('"Tide \\22 Two\\22  \\3c /style>\\5c "');
});
