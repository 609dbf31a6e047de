#include "work/names/name_replacing.h"

#include <QRegularExpression>
#include <QString>

namespace amber {

Result<std::vector<ThingRename>> replacedNames(const std::vector<NameEntry>& entries,
                                               const NameReplacing& replacing) {
  std::vector<ThingRename> renames;
  if (replacing.find.empty()) return renames;
  const QString find = QString::fromStdString(replacing.find);
  const QString with = QString::fromStdString(replacing.with);
  // An expression that goes through all ways of matching ends at a limit, and is refused.
  QRegularExpression pattern(find);
  if (replacing.regex && pattern.isValid()) pattern.setPattern("(*LIMIT_MATCH=200000)" + find);
  if (replacing.regex && !pattern.isValid()) {
    return failure(ErrorCode::BadValue, "\"" + replacing.find +
                                            "\" is not a valid regular expression: " +
                                            pattern.errorString().toStdString() + " at character " +
                                            std::to_string(pattern.patternErrorOffset() + 1));
  }
  for (const NameEntry& entry : entries) {
    if (entry.sort == NameSort::Kind) continue;
    QString name = QString::fromStdString(entry.name);
    if (replacing.regex) {
      if (!pattern.match(name).isValid()) {
        return failure(ErrorCode::BadValue, "\"" + replacing.find + "\" takes too long on \"" +
                                                entry.name + "\"; write a simpler expression");
      }
      name.replace(pattern, with);
    } else {
      name.replace(find, with);
    }
    if (name.isEmpty()) {
      return failure(ErrorCode::BadValue, "\"" + entry.name + "\" would have an empty name");
    }
    std::string to = name.toStdString();
    if (to != entry.name) renames.push_back({entry, std::move(to)});
  }
  return renames;
}

}  // namespace amber
