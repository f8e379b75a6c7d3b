package weigh

import (
	"context"
	"fmt"
	"math"
	"slices"

	"graybridge/core/document"
	"graybridge/core/each"
	"graybridge/core/finding"
	"graybridge/core/plan"
)

// WeighMap is which bridge is taken over load and slowest speed: the borders of the answer.
// Every load is planned anew on every bridge; the idler of a converter stays the one found.
type WeighMap struct {
	Loads  []float64 `json:"loads" nullable:"false"`  // usual load, percent of rated torque
	Speeds []float64 `json:"speeds" nullable:"false"` // slowest speed wanted, percent of plate speed
	// Best and Grades are by speed, then by load.
	Best   [][]string        `json:"best" nullable:"false"`
	Grades [][]finding.Grade `json:"grades" nullable:"false"`
	Load   float64           `json:"load"` // the job's own point
	Speed  float64           `json:"speed"`
	Text   []string          `json:"text" nullable:"false"` // the borders at the job's own speed
}

// The points of the map.
var (
	mapLoads  = []float64{20, 30, 40, 50, 60, 70, 80, 90, 100, 110, 120}
	mapSpeeds = []float64{100, 80, 60, 50, 40, 30, 20, 10}
)

// MapOf draws the borders of a weighing of a document. The error is the context's, or
// ErrNone where nothing is weighed yet.
func MapOf(ctx context.Context, d document.Document, of Weighing) (m WeighMap, err error) {
	if of.Waits != "" || len(of.On) == 0 {
		return m, plan.ErrNone
	}
	w, err := newWeigher(ctx, d)
	if err != nil {
		return m, err
	}
	w.brief = true
	m = WeighMap{Loads: mapLoads, Speeds: mapSpeeds, Load: math.Round(100 * w.line.Load.Usual),
		Speed: math.Round(100 * w.wants.Slowest)}
	kinds := []string{}
	for _, k := range []string{document.KindCapacitor, document.KindRotary, document.KindDrive, document.KindDC} {
		if _, ok := of.On[k]; ok {
			kinds = append(kinds, k)
		}
	}
	at := make([][]*trial, len(m.Loads))
	failed := make([]error, len(m.Loads))
	each.Of(len(m.Loads), func(i int) { at[i], failed[i] = w.atLoad(of, kinds, m.Loads[i]/100) })
	for _, err := range failed {
		if err != nil {
			return m, err
		}
	}
	for _, speed := range m.Speeds {
		best, grades := []string{}, []finding.Grade{}
		for i := range m.Loads {
			one := *w
			one.wants.Slowest, one.wants.SpeedSaid = speed/100, true
			columns := []Column{}
			for _, t := range at[i] {
				columns = append(columns, one.column(t))
			}
			kind, grade := None, finding.Stop
			if b := Best(columns); b != nil {
				kind, grade = b.Kind, b.Grade
			}
			best, grades = append(best, kind), append(grades, grade)
		}
		m.Best, m.Grades = append(m.Best, best), append(m.Grades, grades)
	}
	m.borders()
	return m, ctx.Err()
}

// atLoad is every bridge at another usual load, the lightest and the heaviest with it.
func (w *weigher) atLoad(of Weighing, kinds []string, share float64) (out []*trial, err error) {
	for _, kind := range kinds {
		d := of.On[kind].Clone()
		l := &d.Machines[0].Load
		scale := func(typed string, of float64) string {
			if typed == "" {
				return ""
			}
			return fmt.Sprintf("%.1f %%", 100*math.Min(2, of*share/math.Max(w.line.Load.Usual, 0.01)))
		}
		l.Lightest, l.Heaviest = scale(l.Lightest, w.line.Load.Lightest), scale(l.Heaviest, w.line.Load.Heaviest)
		l.Share = fmt.Sprintf("%.0f %%", 100*share)
		if kind == document.KindCapacitor {
			d.Bridge.Capacitor.Microfarad, d.Bridge.Capacitor.Start = "", ""
		}
		t, err := w.try(d)
		if err != nil {
			return nil, err
		}
		if kind == document.KindCapacitor {
			if t, err = w.cured(t); err != nil {
				return nil, err
			}
		}
		out = append(out, t)
	}
	return out, nil
}

// borders says along the job's own speed up to which load each bridge is taken.
func (m *WeighMap) borders() {
	row := 0
	for i, s := range m.Speeds {
		if math.Abs(s-m.Speed) < math.Abs(m.Speeds[row]-m.Speed) {
			row = i
		}
	}
	m.Text = []string{}
	for i := 0; i < len(m.Loads); {
		end := i
		for end+1 < len(m.Loads) && m.Best[row][end+1] == m.Best[row][i] {
			end++
		}
		m.Text = append(m.Text, borderText(m.Best[row][i], m.Loads[i], m.Loads[end], m.Speeds[row]))
		i = end + 1
	}
	m.Text = slices.Compact(m.Text)
}

// ColumnOf is a document as it stands as a column: its own bridge with what is entered, for two
// variants of a job beside each other. The error is the context's, or ErrNone where nothing is
// computed yet.
func ColumnOf(ctx context.Context, d document.Document) (Column, error) {
	w, err := newWeigher(ctx, d)
	if err != nil {
		return Column{}, err
	}
	if w.waits() != "" {
		return Column{}, plan.ErrNone
	}
	t, err := w.try(w.whole)
	if err != nil {
		return Column{}, err
	}
	if !t.Known() {
		return Column{}, plan.ErrNone
	}
	if t.kind == "" {
		t.kind = document.KindCapacitor
	}
	c := w.column(t)
	c.Chosen = true
	return c, nil
}
