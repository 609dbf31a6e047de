# What `cmake --install` puts where, and the Debian package that CPack makes of it.
include(GNUInstallDirs)
set(id org.amberparcel.AmberParcel)
set(packaging ${CMAKE_SOURCE_DIR}/packaging)

install(TARGETS amber-parcel amber-parcel-cli RUNTIME DESTINATION ${CMAKE_INSTALL_BINDIR})
install(FILES ${packaging}/${id}.desktop DESTINATION ${CMAKE_INSTALL_DATADIR}/applications)
install(FILES ${packaging}/${id}.metainfo.xml DESTINATION ${CMAKE_INSTALL_DATADIR}/metainfo)
install(FILES ${packaging}/${id}.mime.xml DESTINATION ${CMAKE_INSTALL_DATADIR}/mime/packages
  RENAME ${id}.xml)
install(FILES ${packaging}/amber-parcel.thumbnailer DESTINATION ${CMAKE_INSTALL_DATADIR}/thumbnailers)
install(FILES ${packaging}/${id}.svg DESTINATION ${CMAKE_INSTALL_DATADIR}/icons/hicolor/scalable/apps)
install(FILES ${packaging}/application-x-amber-parcel.svg
  DESTINATION ${CMAKE_INSTALL_DATADIR}/icons/hicolor/scalable/mimetypes)
install(DIRECTORY ${packaging}/icons/ DESTINATION ${CMAKE_INSTALL_DATADIR}/icons/hicolor)
install(DIRECTORY ${packaging}/man/ DESTINATION ${CMAKE_INSTALL_MANDIR}/man1)
install(FILES ${packaging}/completions/amber-parcel-cli.bash
  DESTINATION ${CMAKE_INSTALL_DATADIR}/bash-completion/completions RENAME amber-parcel-cli)
install(FILES ${packaging}/completions/_amber-parcel-cli
  DESTINATION ${CMAKE_INSTALL_DATADIR}/zsh/vendor-completions)
install(FILES ${packaging}/completions/amber-parcel-cli.fish
  DESTINATION ${CMAKE_INSTALL_DATADIR}/fish/vendor_completions.d)
install(DIRECTORY loaders DESTINATION ${CMAKE_INSTALL_DATADIR}/amber-parcel)
install(DIRECTORY demo/glasshouse_night DESTINATION ${CMAKE_INSTALL_DATADIR}/amber-parcel/example)
install(DIRECTORY docs/ DESTINATION ${CMAKE_INSTALL_DOCDIR})
install(FILES README.md CHANGELOG.md DESTINATION ${CMAKE_INSTALL_DOCDIR})

set(CPACK_GENERATOR DEB)
set(CPACK_PACKAGE_NAME amber-parcel)
set(CPACK_PACKAGE_VERSION ${PROJECT_VERSION})
set(CPACK_PACKAGE_CONTACT "The Amber Parcel developers <developers@amberparcel.invalid>")
set(CPACK_PACKAGE_DESCRIPTION_SUMMARY "turn sprite sheets into game-ready assets")
set(CPACK_DEBIAN_PACKAGE_DESCRIPTION
  "Amber Parcel cuts sprite sheets into frames, sets origins, fits collision\nshapes, checks names and layers, tests assets in motion, and packs the\nresult, in a window and on the command line.")
set(CPACK_DEBIAN_PACKAGE_SECTION graphics)
set(CPACK_DEBIAN_PACKAGE_PRIORITY optional)
set(CPACK_DEBIAN_PACKAGE_HOMEPAGE https://amberparcel.invalid)
set(CPACK_DEBIAN_PACKAGE_SHLIBDEPS ON)
# Not linked: its plugin draws the icons.
set(CPACK_DEBIAN_PACKAGE_DEPENDS "libqt6svg6")
set(CPACK_DEBIAN_PACKAGE_RECOMMENDS qt6-image-formats-plugins)
set(CPACK_DEBIAN_FILE_NAME DEB-DEFAULT)
set(CPACK_PACKAGING_INSTALL_PREFIX /usr)
set(CPACK_STRIP_FILES ON)
include(CPack)
