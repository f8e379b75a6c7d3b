package plan

import (
	"cmp"
	"reflect"

	"graybridge/core/document"
	"graybridge/core/finding"
)

// leftBehind says what was entered for another bridge than the one chosen: it is kept, belongs
// to no circuit here, and one touch clears it.
func (r *reading) leftBehind() (out []finding.Finding) {
	b := r.doc.Bridge
	for _, one := range []struct {
		kind  string
		entry any
	}{{document.KindCapacitor, b.Capacitor}, {document.KindRotary, b.Rotary}, {document.KindDrive, b.Drive},
		{document.KindDC, b.DC}} {
		if kind := cmp.Or(b.Kind, document.KindCapacitor); one.kind == kind {
			continue
		}
		if n := entered(reflect.ValueOf(one.entry)); n > 0 {
			out = append(out, sayLeftBehind(one.kind, n, cmp.Or(b.Kind, document.KindCapacitor)))
		}
	}
	return out
}

// entered is how many entries of a bridge are there. What lies in a drawer is the owner's, not
// the bridge's, and stays out of it.
func entered(v reflect.Value) (n int) {
	for i := range v.NumField() {
		if name := v.Type().Field(i).Name; name == "Drawer" || name == "Spares" {
			continue
		}
		if f := v.Field(i); !f.IsZero() && !(f.Kind() == reflect.Slice && f.Len() == 0) {
			n++
		}
	}
	return n
}
