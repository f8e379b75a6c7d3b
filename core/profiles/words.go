package profiles

const noneShips = "No such device ships with the product."

func copyOf(name string) string { return name + ", changed" }
