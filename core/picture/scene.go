package picture

import (
	"context"
	"errors"

	"graybridge/core/dc"
	"graybridge/core/document"
	"graybridge/core/plan"
)

// RPMFor is the motor's rpm at which a document's DC dial gives a speed, spoken as "motor",
// "tool", "surface" (m/s), "feet" (ft/min) or "volts" on the armature; ok is false where it does not.
func RPMFor(d document.Document, way string, value float64) (rpm float64, ok bool) {
	on, ok := plan.Read(context.Background(), d).Bridge().(dc.Installed)
	if !ok {
		return 0, false
	}
	return on.RPMFor(way, value)
}

// SceneOf follows a scene of a document's brushed motor in time. The error is ErrNone where
// there is nothing to follow.
func SceneOf(ctx context.Context, of *plan.Solved, scene dc.Scene) (dc.Film, error) {
	return plan.Picture(ctx, of, func(w *plan.Solved) (dc.Film, error) {
		on, err := plan.On[dc.Installed](w)
		if err != nil {
			return dc.Film{}, err
		}
		film, err := on.Film(ctx, scene)
		if errors.Is(err, dc.ErrNoFilm) {
			err = plan.ErrNone
		}
		return film, err
	})
}
