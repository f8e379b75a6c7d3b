package leaflet

// noTable is what would do where there is none.
const noTable = "a table whose head names code and function, then range, default or unit, with a line for each below it"
