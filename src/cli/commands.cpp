#include "cli/commands.h"

namespace amber {

Outcome outcomeOf(const Error& error) {
  switch (error.code) {
    case ErrorCode::HasErrors:
      return Outcome::Findings;
    case ErrorCode::BadValue:
    case ErrorCode::UnknownTarget:
      // Without a file it was the call that held the wrong value.
      return error.file.empty() ? Outcome::WrongCall : Outcome::FileTrouble;
    default:
      return Outcome::FileTrouble;
  }
}

}  // namespace amber
