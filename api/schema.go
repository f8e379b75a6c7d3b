package api

import (
	"encoding/json"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/dc"
	"graybridge/core/drive"
)

// Profiles are the kinds of open profile that have a JSON Schema, by name.
var Profiles = map[string]struct {
	title string
	of    reflect.Type
}{
	"drive": {"Gray Bridge drive profile, version 1", reflect.TypeFor[drive.Profile]()},
	"dc":    {"Gray Bridge DC controller profile, version 1", reflect.TypeFor[dc.Profile]()},
}

// ProfileSchema is the JSON Schema of a kind of profile, with everything that it names
// inside it.
func ProfileSchema(kind string) ([]byte, error) {
	p := Profiles[kind]
	registry := huma.NewMapRegistry("#/$defs/", schemaName)
	root := registry.Schema(p.of, true, "Profile")
	defs := map[string]*huma.Schema{}
	for name, s := range registry.Map() {
		defs[name] = s
	}
	return json.MarshalIndent(map[string]any{
		"$schema": "https://json-schema.org/draft/2020-12/schema",
		"title":   p.title,
		"$ref":    root.Ref,
		"$defs":   defs,
	}, "", "  ")
}
