package job

import (
	"reflect"
	"slices"
	"strings"
	"sync"

	"graybridge/core/device"
	"graybridge/core/entry"
)

// settled is a document without the states of its devices, which a plan is made with as if all
// of them were there, and what the states were.
func settled(d *Document) (*Document, []device.Noted) {
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

// entryAt is the entry at a path of a document; the zero entry where there is none.
func entryAt(path string) entry.Entry {
	if rest, ok := strings.CutPrefix(path, "machines."); ok {
		_, field, _ := strings.Cut(rest, ".")
		path = "machines." + entry.Any + "." + field
	}
	return entries()[path]
}

// advised writes what a plan's button puts into an entry: a device is wanted until somebody has
// seen it.
func advised(path, value string) string {
	return entryAt(path).AsWanted(value)
}
