package table

import (
	"encoding/json"
	"maps"
	"slices"
	"strings"

	"graybridge/core/unit"
)

// Frame is a foot-mounted motor's frame, in mm; 0: the table has none.
type Frame struct {
	Name                            string
	Height, Across, Along, Shoulder float64 // shaft height, foot holes, and from the foot hole to the shaft's shoulder
	Shaft, ShaftLength              float64
	KeyWidth, FaceCircle            float64
	Source                          string
	Inch                            bool // printed in inches
}

type frameSet struct {
	Source string                `json:"source"`
	Rows   map[string][9]float64 `json:"rows"`
}

var frames = load[struct {
	IEC       frameSet `json:"iec"`
	Inch      frameSet `json:"inch"`
	EndThread struct {
		Source string  `json:"source"`
		UpTo   pairs   `json:"up_to"`
		From   float64 `json:"from"`
	} `json:"end_thread"`
}]("frames")

// FrameOf is the frame of a name as plates print it: 90S, 145T, 56C, IEC 90 L. ok is false
// where the table has none. A name that stands in both tables (56) goes by inches where the
// workshop's rules are North American. C is 56 with a face, H with two pairs of holes; neither
// changes what the table says.
func FrameOf(printed string, inches bool) (f Frame, ok bool) {
	name := strings.ToUpper(strings.Join(strings.Fields(printed), ""))
	name = strings.TrimPrefix(strings.TrimPrefix(name, "IEC"), "NEMA")
	t := frames()
	of := func(set frameSet, scale float64, name string) (Frame, bool) {
		r, ok := set.Rows[name]
		return Frame{Name: name, Height: r[0] * scale, Across: r[1] * scale, Along: r[2] * scale,
			Shoulder: r[3] * scale,
			Shaft:    r[4] * scale, ShaftLength: r[5] * scale, KeyWidth: r[6] * scale,
			FaceCircle: r[8] * scale, Source: set.Source, Inch: scale != 1}, ok
	}
	metric, isMetric := of(t.IEC, 1, name)
	imperial, isInch := of(t.Inch, unit.Inch, name)
	if bare := strings.TrimRight(name, "CHZ"); !isInch && bare != name {
		imperial, isInch = of(t.Inch, unit.Inch, bare)
		isMetric = false
	}
	switch {
	case isInch && (inches || !isMetric):
		return imperial, true
	case isMetric:
		return metric, true
	}
	return Frame{}, false
}

// Frames are the names that the tables have, as they are printed.
func Frames() (metric, inches []string) {
	t := frames()
	return slices.Sorted(maps.Keys(t.IEC.Rows)), slices.Sorted(maps.Keys(t.Inch.Rows))
}

// EndThread is the usual thread in a shaft's end, M and so many, by its diameter in mm; ok is
// false outside the table.
func EndThread(shaft float64) (m int, source string, ok bool) {
	t := frames().EndThread
	if shaft < t.From {
		return 0, t.Source, false
	}
	for _, row := range t.UpTo {
		if shaft <= row[0]+0.05 {
			return int(row[1]), t.Source, true
		}
	}
	return 0, t.Source, false
}

// Face is a motor's face by frame, in mm; 0: the table has none.
type Face struct {
	Frames                string // which frames carry it
	Spigot, Circle, Outer float64
	Bolt                  string // its thread, or the hole for it
}

// UnmarshalJSON reads a row of the table.
func (f *Face) UnmarshalJSON(data []byte) error {
	return json.Unmarshal(data, &[]any{&f.Frames, &f.Spigot, &f.Circle, &f.Outer, &f.Bolt})
}

var faces = load[map[string]struct {
	Source string `json:"source"`
	Inches bool   `json:"inches"`
	Rows   []Face `json:"rows"`
}]("faces")

// Faces are the faces of a kind: faces-large (B5), faces-small (B14) or faces-america (C). inches says that they are
// printed so.
func Faces(kind string) (rows []Face, source string, inches bool) {
	set := faces()[kind]
	rows = slices.Clone(set.Rows)
	if set.Inches {
		for i := range rows {
			rows[i].Spigot, rows[i].Circle, rows[i].Outer = rows[i].Spigot*unit.Inch, rows[i].Circle*unit.Inch,
				rows[i].Outer*unit.Inch
		}
	}
	return rows, set.Source, set.Inches
}
