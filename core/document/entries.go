package document

import (
	"reflect"
	"slices"
	"strings"
	"sync"

	"graybridge/core/device"
	"graybridge/core/entry"
)

// Settled is a document without the states of its devices, which a plan is made with as if all
// of them were there, and what the states were.
func Settled(d *Document) (*Document, []device.Noted) {
	out := *d
	out.Machines = slices.Clone(d.Machines)
	return &out, entry.Devices(&out)
}

// entries are all of a document, by their path with any id of a machine.
var entries = sync.OnceValue(func() map[string]entry.Entry {
	all := map[string]entry.Entry{}
	for _, e := range entry.Of(reflect.TypeFor[Document]()) {
		all[e.Path] = e
	}
	return all
})

// EntryAt is the entry at a path of a document; the zero entry where there is none.
func EntryAt(path string) entry.Entry {
	if rest, ok := strings.CutPrefix(path, "machines."); ok {
		_, field, _ := strings.Cut(rest, ".")
		path = "machines." + entry.Any + "." + field
	}
	return entries()[path]
}

// Advised writes what a plan's button puts into an entry: a device is wanted until somebody has
// seen it.
func Advised(path, value string) string {
	return EntryAt(path).AsWanted(value)
}
