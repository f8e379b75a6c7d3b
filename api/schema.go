package api

import (
	"encoding/json"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/drive"
)

// ProfileSchema is the JSON Schema of a drive profile, with everything that it
// names inside it.
func ProfileSchema() ([]byte, error) {
	registry := huma.NewMapRegistry("#/$defs/", schemaName)
	root := registry.Schema(reflect.TypeFor[drive.Profile](), true, "Profile")
	defs := map[string]*huma.Schema{}
	for name, s := range registry.Map() {
		defs[name] = s
	}
	return json.MarshalIndent(map[string]any{
		"$schema": "https://json-schema.org/draft/2020-12/schema",
		"title":   "Gray Bridge drive profile, version 1",
		"$ref":    root.Ref,
		"$defs":   defs,
	}, "", "  ")
}
