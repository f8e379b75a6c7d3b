package api

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"math"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"graybridge/core/openfile"
	"graybridge/core/plan"
	"graybridge/store"
)

// problem turns an error of core or store into an answer that says what
// happened, what was kept and what to do.
func problem(err error) error {
	var conflict *store.Conflict
	var bad openfile.Problems
	var full *store.Full
	var short *store.Short
	var told huma.StatusError
	var broke *plan.Broken
	if said := peopleProblem(err); said != nil {
		return said
	}
	switch {
	case err == nil:
		return nil
	case errors.As(err, &bad):
		details := make([]error, len(bad))
		for i, p := range bad {
			details[i] = &huma.ErrorDetail{Location: "body." + p.Path, Message: "want " + p.Wanted, Value: p.Found}
		}
		return huma.Error422UnprocessableEntity("Some fields cannot be used; nothing was stored.", details...)
	case errors.As(err, &conflict):
		return &ConflictError{
			Title: "Conflict", Status: http.StatusConflict, Seen: conflict.Seen, Latest: conflict.Latest,
			Detail: fmt.Sprintf("You changed revision %d, but revision %d was stored meanwhile. Nothing was "+
				"overwritten; look at the latest and choose.", conflict.Seen, conflict.Latest),
		}
	case errors.As(err, &short):
		return huma.Error409Conflict("Not in the stores: " + short.Error() + ". Nothing was changed.")
	case errors.Is(err, store.ErrNothingToDo):
		return huma.Error409Conflict("There is no step to undo or redo.")
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("There is no such record; it may have been deleted.")
	case errors.Is(err, store.ErrOtherBody):
		return huma.Error422UnprocessableEntity("This change id was used before for something else. Nothing was "+
			"stored; name each change by an id of its own.", &huma.ErrorDetail{Location: "header.Change-Id",
			Message: "want an id that was not used"})
	case errors.Is(err, store.ErrUnstorable):
		return huma.Error422UnprocessableEntity("A value here is out of range or is no text that can be kept. " +
			"Nothing was stored.")
	case errors.Is(err, store.ErrNotBinned):
		return huma.Error409Conflict("Only what lies in the bin is deleted for good. Put it there first.")
	case errors.As(err, &full):
		return huma.NewError(http.StatusInsufficientStorage, fmt.Sprintf("There is no room for more %s: %d is the "+
			"most. Nothing was stored.", full.What, full.Most))
	case errors.Is(err, store.ErrDiskFull):
		return huma.NewError(http.StatusInsufficientStorage, "The disk of the database is full. Nothing was stored; "+
			"what was stored before is kept. Make room, then do it again.")
	case errors.Is(err, store.ErrReadOnly):
		return huma.Error503ServiceUnavailable("The database takes no changes at present. Nothing was stored; what " +
			"was stored before is kept.")
	case errors.Is(err, context.Canceled):
		return huma.NewError(499, "The request was given up.")
	case errors.As(err, &broke):
		return huma.Error500InternalServerError(fmt.Sprintf("This could not be computed: %s, at %s. It is a fault of "+
			"the program, not yours; what you stored before is kept.", broke.Of, broke.Where))
	case errors.Is(err, context.DeadlineExceeded):
		return huma.Error503ServiceUnavailable("This took too long and was stopped. What was stored before is kept.")
	case errors.As(err, &told):
		return err
	}
	slog.Error("store", "code", store.Code(err), "kind", fmt.Sprintf("%T", err))
	return huma.Error503ServiceUnavailable("The database does not answer. What was stored before is kept; try again " +
		"in a moment.")
}

// notReady says why nothing can be written.
func notReady(err error) string {
	switch {
	case errors.Is(err, store.ErrDiskFull):
		return "Nothing can be stored: the disk of the database is full."
	case errors.Is(err, store.ErrReadOnly):
		return "Nothing can be stored: the database takes no changes."
	}
	return "Nothing can be stored: the database does not answer."
}

// ConflictError names both revisions.
type ConflictError struct {
	Title  string `json:"title"`
	Status int    `json:"status"`
	Detail string `json:"detail"`
	Seen   int    `json:"seen"`
	Latest int    `json:"latest"`
}

func (e *ConflictError) Error() string { return e.Detail }

// GetStatus makes it an answer of its own.
func (e *ConflictError) GetStatus() int { return e.Status }

// ContentType is that of problem answers.
func (e *ConflictError) ContentType(string) string { return "application/problem+json" }

func etag(revision int) string { return `"` + strconv.Itoa(revision) + `"` }

// seen reads If-Match; a change without it is refused.
func seen(ifMatch string) (int, error) {
	if ifMatch == "" {
		return 0, huma.NewError(http.StatusPreconditionRequired, "Say which revision you changed: send If-Match with "+
			"its ETag. Nothing was stored.")
	}
	n, err := strconv.Atoi(strings.Trim(strings.TrimPrefix(ifMatch, "W/"), `"`))
	if err != nil || n < 1 || n > math.MaxInt32 {
		return 0, huma.Error400BadRequest(`If-Match is not an ETag of a revision, like "3". Nothing was stored.`)
	}
	return n, nil
}

// mostNamed is how many bad places one refusal names.
const mostNamed = 60

// init bounds what a refusal says: the described operations would otherwise
// repeat the whole body once for each of its bad fields.
func init() {
	plain := huma.NewError
	huma.NewError = func(status int, msg string, errs ...error) huma.StatusError {
		if len(errs) > mostNamed {
			errs = append(errs[:mostNamed:mostNamed], &huma.ErrorDetail{Location: "body",
				Message: fmt.Sprintf("and %d more like these", len(errs)-mostNamed)})
		}
		for i, e := range errs {
			var d *huma.ErrorDetail
			if errors.As(e, &d) {
				value := d.Value
				switch v := value.(type) {
				case nil, bool, float64, int:
				case string:
					value = short(v)
				case map[string]any:
					value = "an object"
				case []any:
					value = "a list"
				default:
					value = short(fmt.Sprint(v))
				}
				errs[i] = &huma.ErrorDetail{Message: short(d.Message), Location: short(d.Location), Value: value}
			}
		}
		return plain(status, short(msg), errs...)
	}
}
