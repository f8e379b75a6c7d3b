package weigh

import (
	"context"

	"graybridge/core/document"
)

// WholeColumn is a column with the document that it stands on.
type WholeColumn struct {
	Column
	// Document is the first machine on this bridge at its best, with nothing noted of protection and
	// of joints as found: what was fitted and joined for another bridge does not follow. None of the
	// bridges has none.
	Document *document.Document `json:"document,omitempty"`
}

// WholeWeighing is a weighing with every column worked out and its document beside it.
type WholeWeighing struct {
	Weighing
	Columns []WholeColumn `json:"columns"`
}

// Whole weighs a document on every bridge, the converter's too. The error is the context's.
func Whole(ctx context.Context, d document.Document) (WholeWeighing, error) {
	w, err := Of(ctx, d)
	if err != nil {
		return WholeWeighing{}, err
	}
	if w, err = ConverterOf(ctx, d, w, func(string) {}); err != nil {
		return WholeWeighing{}, err
	}
	out := WholeWeighing{Weighing: w, Columns: []WholeColumn{}}
	for _, c := range w.Columns {
		one := WholeColumn{Column: c}
		if on, ok := w.On[c.Kind]; ok {
			on = on.Clone()
			for i := range on.Machines {
				on.Machines[i].Leads.Found = ""
			}
			one.Document = &on
		}
		out.Columns = append(out.Columns, one)
	}
	return out, nil
}
