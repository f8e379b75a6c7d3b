package openfile

import (
	"fmt"
	"io/fs"
)

// Valid is a file's content that knows what is wrong with it.
type Valid[T any] interface {
	*T
	Validate() Problems
}

// DecodeValid reads a whole file strictly and checks what it says. The error is Problems
// and names every bad place.
func DecodeValid[T any, P Valid[T]](data []byte) (T, error) {
	var v, none T
	if err := Decode(data, &v, false); err != nil {
		return none, err
	}
	if bad := P(&v).Validate(); len(bad) > 0 {
		return none, bad
	}
	return v, nil
}

// Shipped reads every file of the folder "profiles" of what was embedded at build time, by
// name. It panics where one is no good file: then the build is broken.
func Shipped[T any](files fs.FS, decode func(data []byte) (T, error)) []T {
	names, err := fs.Glob(files, "profiles/*.json")
	if err != nil {
		panic(err)
	}
	out := make([]T, 0, len(names))
	for _, name := range names {
		data, err := fs.ReadFile(files, name)
		if err != nil {
			panic(err)
		}
		v, err := decode(data)
		if err != nil {
			panic(fmt.Sprintf("openfile: %s: %v", name, err))
		}
		out = append(out, v)
	}
	return out
}
